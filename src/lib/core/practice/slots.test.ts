import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addSlotDays, clockOf, WEEKDAYS, weekdayOf, type SlotPlan } from './slots';

const slot = (change: Partial<SlotPlan> = {}): SlotPlan => ({
  id: 'a',
  weekday: 0,
  minuteOfDay: 15 * 60,
  lengthMinutes: 30,
  fromDay: 0,
  untilDay: null,
  learnerIds: ['ida'],
  exceptions: [],
  ...change,
});

describe('a weekday', () => {
  it('counts from Monday; 1970-01-01 was a Thursday', () => {
    expect(WEEKDAYS[weekdayOf(0)]).toBe('Thursday');
    expect(WEEKDAYS[weekdayOf(4)]).toBe('Monday');
    // 27 November 2026.
    expect(WEEKDAYS[weekdayOf(20_784)]).toBe('Friday');
  });

  it('goes on before 1970 as after it', () =>
    fc.assert(
      fc.property(fc.integer({ min: -5_000, max: 40_000 }), (day) => {
        expect(weekdayOf(day)).toBe((new Date(day * 86_400_000).getUTCDay() + 6) % 7);
      }),
    ));
});

describe('a weekly lesson', () => {
  it('is held on its weekday, from its first day to its last, both included', () => {
    const days = (change: Partial<SlotPlan>) =>
      addSlotDays([slot({ weekday: 3, ...change })], 0, 21).map(({ day }) => day);
    expect(days({})).toEqual([0, 7, 14, 21]);
    expect(days({ fromDay: 1 })).toEqual([7, 14, 21]);
    expect(days({ untilDay: 14 })).toEqual([0, 7, 14]);
    expect(days({ untilDay: 13 })).toEqual([0, 7]);
    expect(days({ fromDay: 22 })).toEqual([]);
  });

  it('falls out on the day that was cancelled, and only then', () => {
    const exceptions = [{ day: 7, movedToDay: null, movedToMinute: null }];
    expect(addSlotDays([slot({ weekday: 3, exceptions })], 0, 14).map(({ day }) => day)).toEqual([0, 14]);
  });

  it('is held where it was moved to, and says from where', () => {
    const exceptions = [{ day: 7, movedToDay: 9, movedToMinute: 16 * 60 }];
    const [, moved] = addSlotDays([slot({ weekday: 3, exceptions })], 0, 13);
    expect(moved).toEqual({
      slotId: 'a',
      day: 9,
      minuteOfDay: 960,
      lengthMinutes: 30,
      learnerIds: ['ida'],
      movedFromDay: 7,
    });
    // Its hour stays where only the day was changed.
    const dayOnly = [{ day: 7, movedToDay: 9, movedToMinute: null }];
    expect(addSlotDays([slot({ weekday: 3, exceptions: dayOnly })], 8, 10)[0]!.minuteOfDay).toBe(900);
  });

  it('may be moved into the days that are asked for from outside them, and out of them', () => {
    const into = [{ day: 7, movedToDay: 15, movedToMinute: null }];
    expect(addSlotDays([slot({ weekday: 3, exceptions: into })], 15, 16).map(({ day }) => day)).toEqual([15]);
    const out = [{ day: 14, movedToDay: 30, movedToMinute: null }];
    expect(addSlotDays([slot({ weekday: 3, exceptions: out })], 14, 20)).toEqual([]);
  });

  it('stands in the order of the clock among others', () => {
    const held = addSlotDays(
      [
        slot({ id: 'late', weekday: 3, minuteOfDay: 1_000 }),
        slot({ id: 'early', weekday: 3, minuteOfDay: 600 }),
      ],
      0,
      7,
    );
    expect(held.map(({ slotId, day }) => `${slotId} ${day}`)).toEqual([
      'early 0',
      'late 0',
      'early 7',
      'late 7',
    ]);
  });

  it('is on the days that looking at each day would find', () =>
    fc.assert(
      fc.property(
        fc.record({
          weekday: fc.integer({ min: 0, max: 6 }),
          fromDay: fc.integer({ min: 0, max: 40 }),
          untilDay: fc.option(fc.integer({ min: 0, max: 60 })),
          off: fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { maxLength: 6 }),
        }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 30 }),
        ({ weekday, fromDay, untilDay, off }, from, length) => {
          const exceptions = off.map((day) => ({ day, movedToDay: null, movedToMinute: null }));
          const held = addSlotDays([slot({ weekday, fromDay, untilDay, exceptions })], from, from + length);
          const each = Array.from({ length: length + 1 }, (_, index) => from + index);
          expect(held.map(({ day }) => day)).toEqual(
            each.filter(
              (day) =>
                weekdayOf(day) === weekday &&
                day >= fromDay &&
                day <= (untilDay ?? Infinity) &&
                !off.includes(day),
            ),
          );
        },
      ),
    ));
});

describe('the clock', () => {
  it('has two figures for hours and minutes', () => {
    expect([0, 65, 845, 1_439].map(clockOf)).toEqual(['00:00', '01:05', '14:05', '23:59']);
  });
});
