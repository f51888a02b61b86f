import { planDay, DEFAULT_PLAN_RULES, type PlanRules } from './plan-day';
import type { DayPlan, PlanItem, PlanSection, PlanState, Waiting } from './plan-state';
import { stageToWork } from './plan-tasks';
import { STAGES } from './stages.data';

export interface WeekPlan {
  readonly days: readonly { readonly day: number; readonly plan: DayPlan }[];
  /** What finds no room in any of its days, with the reason. */
  readonly waits: readonly Waiting[];
}

/** Days of a week on which a learner practises, spread evenly from the first. */
export function practiceDays(fromDay: number, daysAWeek: number): readonly number[] {
  const count = Math.max(0, Math.min(7, Math.round(daysAWeek)));
  return Array.from({ length: 7 }, (_, index) => index)
    .filter((index) => Math.ceil(((index + 1) * count) / 7) > Math.ceil((index * count) / 7))
    .map((index) => fromDay + index);
}

/** A card that was played in the week comes back after it. */
const AFTER_THE_WEEK = 7;

/**
 * A week of practice: each day planned as if the days before it went well, so that what was done makes room for what waits.
 * `yearOf` tells the year of a day.
 */
export function planWeek(
  state: PlanState,
  days: readonly number[],
  yearOf: (day: number) => number,
  rules: PlanRules = DEFAULT_PLAN_RULES,
): WeekPlan {
  let now = state;
  const planned: { readonly day: number; readonly plan: DayPlan }[] = [];
  for (const day of days) {
    const plan = planDay(now, day, yearOf(day), rules);
    planned.push({ day, plan });
    now = afterDay(now, plan, day, rules);
  }
  const isDone = (waiting: Waiting) =>
    planned.some(({ plan }) =>
      plan.items.some(
        (item) =>
          item.piece === waiting.piece &&
          item.section === waiting.section &&
          item.what === waiting.what &&
          placeOf(item) === placeOf(waiting),
      ),
    );
  const waits = new Map<string, Waiting>();
  for (const { plan } of planned)
    for (const waiting of plan.waits)
      if (!isDone(waiting))
        waits.set([waiting.piece, waiting.section, waiting.what, placeOf(waiting)].join('/'), waiting);
  return { days: planned, waits: [...waits.values()] };
}

/** Which trouble of its section it is about. */
function placeOf({ trouble }: Pick<Waiting, 'trouble'>): string {
  return trouble ? `${trouble.measure}${trouble.kind}${trouble.hand ?? ''}` : '';
}

/** The state as it would be after a day that went well. */
function afterDay(state: PlanState, { items }: DayPlan, day: number, rules: PlanRules): PlanState {
  return {
    ...state,
    pieces: state.pieces.map((piece) => ({
      ...piece,
      sections: piece.sections.map((section) =>
        items
          .filter((item) => item.piece === piece.piece && item.section === section.section)
          .reduce((now, item) => afterItem(state, now, item, day, rules), section),
      ),
    })),
  };
}

function afterItem(
  state: PlanState,
  section: PlanSection,
  item: PlanItem,
  day: number,
  rules: PlanRules,
): PlanSection {
  switch (item.what) {
    case 'trouble':
      return {
        ...section,
        lastOnDay: day,
        trouble: section.trouble.map((each) =>
          placeOf({ trouble: each }) === placeOf(item)
            ? { ...each, passedOn: [...each.passedOn, day] }
            : each,
        ),
      };
    case 'revisit':
      return { ...section, lastOnDay: day, dueOnDay: day + AFTER_THE_WEEK };
    case 'new': {
      const piece = state.pieces.find((each) => each.piece === item.piece)!;
      const { stage } = stageToWork({ piece, section }, state, rules.ladder);
      const at = STAGES.findIndex(({ id }) => id === stage);
      const isLast = stage === 'at-tempo';
      return {
        ...section,
        lastOnDay: day,
        stage: isLast ? stage : STAGES[Math.min(STAGES.length - 1, at + 1)]!.id,
        isLearned: section.isLearned || isLast,
        dueOnDay: isLast ? day + AFTER_THE_WEEK : section.dueOnDay,
        cleanRuns: 0,
        failedRuns: 0,
      };
    }
    case 'warm-up':
    case 'join':
    case 'secure':
      return { ...section, lastOnDay: day };
  }
}
