import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dateOf, dayNumber, MS_PER_DAY, yearOf } from './day-number';

/** The same by the language's own calendar. */
const byClock = (day: number) => new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
const FIRST = Date.UTC(1900, 0, 1) / MS_PER_DAY;
const LAST = Date.UTC(2400, 11, 31) / MS_PER_DAY;

describe('days without a clock', () => {
  it('are those of the calendar, over centuries', () => {
    fc.assert(
      fc.property(fc.integer({ min: FIRST, max: LAST }), (day) => {
        expect(dateOf(day)).toBe(byClock(day));
        expect(dayNumber(byClock(day))).toBe(day);
        expect(yearOf(day)).toBe(new Date(day * MS_PER_DAY).getUTCFullYear());
      }),
      { numRuns: 2_000 },
    );
  });

  it('are right at the turn of every month and year', () => {
    for (const year of [1899, 1900, 1969, 1970, 1999, 2000, 2023, 2024, 2100, 2399, 2400])
      for (let month = 0; month < 12; month += 1)
        for (const dayOfMonth of [0, 1]) {
          const day = Date.UTC(year, month, dayOfMonth) / MS_PER_DAY;
          expect(dateOf(day)).toBe(byClock(day));
          expect(dayNumber(byClock(day))).toBe(day);
        }
  });

  it('are none that the calendar does not have, nor anything beside the date', () => {
    for (const text of [
      '2023-02-29',
      '1900-02-29',
      '2026-04-31',
      '2026-06-31',
      '2026-09-31',
      '2026-11-31',
      '2026-01-32',
      '2026-00-10',
      '2026-13-10',
      '2026-05-00',
      '2026-5-1',
      'x2026-05-01',
      '2026-05-01x',
      '',
    ])
      expect([text, dayNumber(text)]).toEqual([text, null]);
    expect(dayNumber('2000-02-29')).not.toBeNull();
  });
});
