import { describe, expect, it } from 'vitest';
import type { PlanItem, PlanKind } from './plan-state';
import type { WeekPlan } from './plan-week';
import { weekTasks } from './week-tasks';

const item = (what: PlanKind, section: string, change: Partial<PlanItem> = {}): PlanItem => ({
  piece: 'P',
  section,
  what,
  stage: 'together',
  tempoBpm: 60,
  minutes: 5,
  why: 'So that both halves are one.',
  ...change,
});

const week = (...days: readonly (readonly PlanItem[])[]): WeekPlan => ({
  days: days.map((items, day) => ({
    day,
    plan: { items, waits: [], restAfterMinutes: 0, totalMinutes: 0 },
  })),
  waits: [],
});
const told = (plan: WeekPlan) => weekTasks(plan, (piece, section) => `${piece} ${section}`);

const trouble = (measure: number) => ({
  trouble: { measure, kind: 'note' as const, hand: null, passedOn: [] },
  measure: `measure ${measure}`,
});

describe('what a week comes to', () => {
  it('is told once, however many days have it', () => {
    const day = [item('revisit', 'A')];
    expect(told(week(day, day, day))).toHaveLength(1);
  });

  it('goes as far with new work as the last day has it, and with all else as the first', () => {
    const tasks = told(
      week(
        [item('new', 'A', { tempoBpm: 50 }), item('revisit', 'B', { tempoBpm: 70 })],
        [item('new', 'A', { tempoBpm: 62 }), item('revisit', 'B', { tempoBpm: 80 })],
      ),
    );
    expect(tasks.map(({ what, tempoBpm }) => `${what} ${tempoBpm}`)).toEqual(['new 62', 'revisit 70']);
  });

  it('begins with what goes wrong, then what is new, what is joined and what is kept', () => {
    const tasks = told(
      week([item('revisit', 'C'), item('join', 'B'), item('new', 'A'), item('trouble', 'D', trouble(3))]),
    );
    expect(tasks.map(({ what }) => what)).toEqual(['trouble', 'new', 'join', 'revisit']);
  });

  it('has one task for each place that goes wrong', () => {
    const tasks = told(week([item('trouble', 'A', trouble(3)), item('trouble', 'A', trouble(7))]));
    expect(tasks.map(({ sentence }) => sentence)).toEqual([
      'P A, measure 3 (wrong note): together at 60, from the beat before to the next downbeat.',
      'P A, measure 7 (wrong note): together at 60, from the beat before to the next downbeat.',
    ]);
  });

  it('leaves out warming up and what ends a day, and is six things at most', () => {
    const sections = [...'ABCDEFGH'];
    const tasks = told(
      week([item('warm-up', 'A'), ...sections.map((section) => item('new', section)), item('secure', 'A')]),
    );
    expect(tasks.map(({ sectionId }) => sectionId)).toEqual([...'ABCDEF']);
    expect(tasks.every(({ what }) => what === 'new')).toBe(true);
  });

  it('says a tempo only where there is one', () => {
    const sentences = told(
      week([
        item('new', 'A', { tempoBpm: null }),
        item('join', 'B'),
        item('revisit', 'C', { tempoBpm: null }),
        item('revisit', 'D'),
      ]),
    ).map(({ sentence }) => sentence);
    expect(sentences).toEqual([
      'P A: together.',
      'P B: so that both halves are one.',
      'P C: once through, so that it stays.',
      'P D: once through at 60, so that it stays.',
    ]);
  });
});
