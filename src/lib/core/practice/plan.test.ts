import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  arbitraryPlanState,
  PLAN_DAY,
  planPiece,
  planSection,
  planState,
  planTrouble as trouble,
} from '../../testing/plan-states';
import { yearOf } from './day-number';
import { planDay } from './plan-day';
import type { PlanState } from './plan-state';
import { planWeek, practiceDays } from './plan-week';
import { DEFAULT_RESTS, playingMinutes, restAfterMinutes } from './rests';
import { isMended } from './trouble';

const YEAR = yearOf(PLAN_DAY);
const plan = (state: PlanState) => planDay(state, PLAN_DAY, YEAR);

describe('a day’s plan', () => {
  const learned = planSection('A', {
    isLearned: true,
    stage: 'at-tempo',
    tempoBpm: 90,
    lastOnDay: PLAN_DAY - 4,
    dueOnDay: PLAN_DAY - 1,
  });

  it('warms up, mends, revisits, learns in turns, and ends with what goes well', () => {
    const sure = planSection('S', { ...learned, dueOnDay: PLAN_DAY + 9 });
    const { items } = plan(
      planState([
        planPiece('One', [
          { ...learned, trouble: [trouble(3)] },
          planSection('B', { lastOnDay: PLAN_DAY - 1 }),
          planSection('C'),
        ]),
        planPiece('Two', [{ ...sure, section: 'S' }]),
      ]),
    );
    expect(items[0]!.what).toBe('warm-up');
    expect(items[1]).toMatchObject({ what: 'trouble', section: 'A', tempoBpm: 63 });
    expect(items.at(-1)).toMatchObject({ what: 'secure', section: 'S' });
    expect(items.filter(({ what }) => what === 'new').map(({ section }) => section)).toEqual(
      expect.arrayContaining(['B', 'C']),
    );
    expect(items.map(({ what }) => what)).toContain('revisit');
  });

  it('of less than ten minutes is one loop, one step, and once through something that goes well', () => {
    const { items, totalMinutes } = plan(
      planState(
        [planPiece('One', [{ ...learned, dueOnDay: null, trouble: [trouble(3)] }, planSection('B')])],
        {
          minutesADay: 8,
        },
      ),
    );
    expect(items.map(({ what }) => what)).toEqual(['trouble', 'new', 'secure']);
    expect(totalMinutes).toBeLessThanOrEqual(8);
  });

  it('lets what is least at risk wait, and says why', () => {
    const many = Array.from({ length: 12 }, (_, index) =>
      planSection(`R${index}`, { ...learned, section: `R${index}`, dueOnDay: PLAN_DAY - index }),
    );
    const { items, waits } = plan(planState([planPiece('One', many)], { minutesADay: 15 }));
    const done = items.filter(({ what }) => what === 'revisit').map(({ section }) => section);
    expect(done).toContain('R11');
    expect(done).not.toContain('R0');
    expect(waits.find(({ section }) => section === 'R0')!.why).toMatch(/minutes/);
  });

  it('does not teach a section that repeats another', () => {
    const { items, waits } = plan(
      planState([planPiece('One', [planSection('A'), planSection('A2', { repeats: 'A' })])]),
    );
    expect([...items, ...waits].map(({ section }) => section)).not.toContain('A2');
    expect(items.find(({ what }) => what === 'new')!.why).toContain('16 measures');
  });

  it('takes the section that returns most before a longer one', () => {
    const { items } = plan(
      planState(
        [
          planPiece('One', [
            planSection('Long', { measures: 12 }),
            planSection('A', { measures: 8 }),
            planSection('A2', { measures: 8, repeats: 'A' }),
          ]),
        ],
        { minutesADay: 12 },
      ),
    );
    expect(items.find(({ what }) => what === 'new')!.section).toBe('A');
  });

  it('climbs the ladder a step at a time, and goes down after two failed tries', () => {
    const at = (change: Parameters<typeof planSection>[1]) =>
      plan(
        planState([
          planPiece('One', [planSection('A', { stage: 'together', lastOnDay: PLAN_DAY - 1, ...change })], {
            targetBpm: 100,
          }),
        ]),
      ).items.find(({ what }) => what === 'new')!;
    expect(at({ tempoBpm: null }).tempoBpm).toBe(50);
    expect(at({ tempoBpm: 62, cleanRuns: 1 }).tempoBpm).toBe(68);
    expect(at({ tempoBpm: 62, failedRuns: 2 }).tempoBpm).toBe(56);
    expect(at({ tempoBpm: 62 }).tempoBpm).toBe(62);
    expect(at({ tempoBpm: 80, cleanRuns: 3 })).toMatchObject({ stage: 'pedal', tempoBpm: 80 });
  });

  it('never passes the minutes with its rests, the learner’s tempo, or the pedal that is not there', () =>
    fc.assert(
      fc.property(arbitraryPlanState, (state) => {
        const { items, restAfterMinutes: rest, totalMinutes } = plan(state);
        const { minutesADay, maxBpm, hasPedal } = state.learner;
        expect(totalMinutes).toBe(items.reduce((sum, { minutes }) => sum + minutes, 0));
        const rests = totalMinutes === 0 ? 0 : Math.ceil(totalMinutes / rest) - 1;
        expect(totalMinutes + rests * DEFAULT_RESTS.restMinutes).toBeLessThanOrEqual(minutesADay);
        const fresh = items.filter(({ what }) => what === 'new');
        const playing = playingMinutes(minutesADay, rest);
        if (playing >= 10)
          expect(fresh.reduce((sum, { minutes }) => sum + minutes, 0)).toBeLessThanOrEqual(0.4 * playing);
        expect(new Set(fresh.map(({ piece, section }) => piece + section)).size).toBeLessThanOrEqual(3);
        for (const item of items) {
          expect(Number.isInteger(item.minutes) && item.minutes > 0).toBe(true);
          expect(item.minutes).toBeLessThanOrEqual(item.what === 'warm-up' ? 9 : 6);
          if (maxBpm !== null && item.tempoBpm !== null) expect(item.tempoBpm).toBeLessThanOrEqual(maxBpm);
          if (!hasPedal) expect(item.stage).not.toBe('pedal');
          expect(item.why.length).toBeGreaterThan(10);
        }
        expect(plan(state)).toEqual(plan(state));
      }),
      { numRuns: 400 },
    ));

  it('has every due revisit and every trouble, or says that it waits', () =>
    fc.assert(
      fc.property(arbitraryPlanState, (state) => {
        const { items, waits } = plan(state);
        const told = [...items, ...waits];
        for (const { piece, sections } of state.pieces)
          for (const section of sections.filter(({ repeats }) => repeats === null)) {
            const has = (what: string) =>
              told.some(
                (each) => each.piece === piece && each.section === section.section && each.what === what,
              );
            if (section.isLearned && section.dueOnDay !== null && section.dueOnDay <= PLAN_DAY)
              expect(has('revisit')).toBe(true);
            for (const each of section.trouble)
              if (!isMended(each) && !each.passedOn.includes(PLAN_DAY))
                expect(
                  told.some(
                    (one) => one.trouble === each && one.piece === piece && one.section === section.section,
                  ),
                ).toBe(true);
          }
      }),
      { numRuns: 400 },
    ));
});

describe('a week’s plan', () => {
  it.each([
    [0, []],
    [1, [0]],
    [3, [0, 3, 5]],
    [5, [0, 2, 3, 5, 6]],
    [7, [0, 1, 2, 3, 4, 5, 6]],
  ])('%i days are spread over seven', (count, days) => {
    const found = practiceDays(0, count);
    expect(found).toHaveLength(count);
    if (count <= 3)
      expect(found.every((day, index) => index === 0 || day - found[index - 1]! >= 2)).toBe(true);
    expect(days).toHaveLength(count);
  });

  it('has what is due on one of its days, or under what waits', () =>
    fc.assert(
      fc.property(arbitraryPlanState, (state) => {
        const week = planWeek(state, practiceDays(PLAN_DAY, state.learner.daysAWeek), yearOf);
        if (week.days.length === 0) return;
        const told = [...week.days.flatMap(({ plan: { items } }) => items), ...week.waits];
        for (const { piece, sections } of state.pieces)
          for (const { section, repeats, isLearned, dueOnDay } of sections)
            if (repeats === null && isLearned && dueOnDay !== null && dueOnDay <= PLAN_DAY)
              expect(
                told.some(
                  (each) => each.piece === piece && each.section === section && each.what === 'revisit',
                ),
              ).toBe(true);
      }),
      { numRuns: 150 },
    ));

  it('learns on: a later day has a later stage', () => {
    const state = planState([planPiece('One', [planSection('A', { stage: 'listen' })])]);
    const stages = planWeek(state, practiceDays(PLAN_DAY, 5), yearOf).days.map(
      ({ plan: { items } }) => items.find(({ what }) => what === 'new')?.stage,
    );
    expect(new Set(stages).size).toBeGreaterThan(3);
  });
});

describe('rests', () => {
  it.each([
    [YEAR - 6, 10],
    [YEAR - 10, 15],
    [YEAR - 15, 20],
    [YEAR - 30, 25],
    [null, 25],
  ])('born in %s: after %i minutes', (born, minutes) => {
    expect(restAfterMinutes(born, YEAR, false)).toBe(minutes);
    expect(restAfterMinutes(born, YEAR, true)).toBe(Math.min(15, minutes));
  });

  it('are taken off the minutes', () => {
    expect(playingMinutes(25, 25)).toBe(25);
    expect(playingMinutes(30, 15)).toBe(28);
    expect(playingMinutes(60, 15)).toBe(54);
    expect(playingMinutes(16, 15)).toBe(15);
  });
});
