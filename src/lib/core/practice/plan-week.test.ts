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
});
