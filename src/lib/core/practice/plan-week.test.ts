import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryPlanState, PLAN_DAY, planPiece, planSection, planState } from '../../testing/plan-states';
import { yearOf } from './day-number';
import { planDay } from './plan-day';
import { planWeek, practiceDays } from './plan-week';

describe('the days on which a learner practises', () => {
  it('are as many as are asked for, of the seven from the first, no day twice', () => {
    for (let daysAWeek = 0; daysAWeek <= 7; daysAWeek += 1) {
      const days = practiceDays(PLAN_DAY, daysAWeek);
      expect(days).toHaveLength(daysAWeek);
      expect(new Set(days).size).toBe(daysAWeek);
      for (const day of days) {
        expect(day).toBeGreaterThanOrEqual(PLAN_DAY);
        expect(day).toBeLessThan(PLAN_DAY + 7);
      }
    }
  });

  it('lie apart as evenly as days can', () => {
    for (let daysAWeek = 2; daysAWeek <= 6; daysAWeek += 1) {
      const days = practiceDays(0, daysAWeek);
      const gaps = days.map((day, index) => (days[index + 1] ?? days[0]! + 7) - day);
      expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(1);
    }
  });

  it('are none of fewer than none, and all of more than seven', () => {
    expect(practiceDays(0, -2)).toEqual([]);
    expect(practiceDays(0, 9)).toEqual([0, 1, 2, 3, 4, 5, 6]);
  });
});

describe('a week', () => {
  const days = practiceDays(PLAN_DAY, 5);

  it('begins with the day’s own plan', () => {
    const state = planState([planPiece('One', [planSection('A'), planSection('B')])]);
    expect(planWeek(state, days, yearOf).days[0]!.plan).toEqual(planDay(state, PLAN_DAY, yearOf(PLAN_DAY)));
  });

  it('waits for nothing that one of its days has', () =>
    fc.assert(
      fc.property(arbitraryPlanState, (state) => {
        const week = planWeek(state, days, yearOf);
        const done = new Set(
          week.days.flatMap(({ plan }) =>
            plan.items.map(
              ({ piece, section, what, trouble }) =>
                `${piece}/${section}/${what}/${trouble?.measure}${trouble?.kind}${trouble?.hand}`,
            ),
          ),
        );
        for (const { piece, section, what, trouble } of week.waits)
          expect(done).not.toContain(
            `${piece}/${section}/${what}/${trouble?.measure}${trouble?.kind}${trouble?.hand}`,
          );
      }),
      { numRuns: 40 },
    ));

  it('goes on from day to day as if each went well', () => {
    const place = { measure: 3, kind: 'note', passedOn: [] } as const;
    const state = planState(
      [
        planPiece('Tide', [
          planSection('A', {
            isLearned: true,
            stage: 'at-tempo',
            tempoBpm: 90,
            lastOnDay: PLAN_DAY - 4,
            dueOnDay: PLAN_DAY,
            trouble: [
              { ...place, hand: 'left' },
              { ...place, hand: 'right', passedOn: [1, 2] },
            ],
          }),
          planSection('B', { stage: 'sing', cleanRuns: 3, lastOnDay: PLAN_DAY - 1 }),
          planSection('C', { isStraining: true }),
        ]),
      ],
      { minutesADay: 20 },
    );
    const readOut = planWeek(state, practiceDays(PLAN_DAY, 4), yearOf).days.map(
      ({ day, plan: { items, waits } }) => [
        day - PLAN_DAY,
        ...items.map(({ what, section, stage, minutes, trouble }) =>
          [what, section, stage, minutes, ...(trouble?.hand ? [trouble.hand] : [])].join(' '),
        ),
        ...waits.map(({ what, section }) => `waits ${what} ${section}`),
      ],
    );
    expect(readOut).toEqual([
      [
        0,
        'warm-up C listen 1',
        'trouble A left 3 left',
        'new B at-tempo 3',
        'trouble A right 2 right',
        'new C right-counts 4',
        'revisit A at-tempo 3',
        'secure A at-tempo 2',
      ],
      [1, 'warm-up C listen 1', 'trouble A left 4 left', 'new C right 4', 'secure B at-tempo 6'],
      [3, 'warm-up C listen 1', 'trouble A left 4 left', 'new C left-counts 4', 'secure B at-tempo 6'],
      [5, 'warm-up C listen 1', 'new C left 4', 'secure A at-tempo 6'],
    ]);
  });

  it('says once what found no room on any day', () => {
    const many = Array.from({ length: 7 }, (_, index) =>
      planSection(`R${index}`, {
        isLearned: true,
        stage: 'at-tempo',
        lastOnDay: 1,
        dueOnDay: PLAN_DAY - index,
      }),
    );
    const { waits } = planWeek(
      planState([planPiece('Tide', many)], { minutesADay: 6 }),
      [PLAN_DAY, PLAN_DAY + 1],
      yearOf,
    );
    expect(waits.map(({ what, section }) => `${what} ${section}`)).toEqual([
      'revisit R4',
      'revisit R3',
      'revisit R2',
      'revisit R1',
      'revisit R0',
    ]);
  });
});
