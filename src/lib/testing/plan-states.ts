import fc from 'fast-check';
import type { PlanPiece, PlanSection, PlanState } from '../core/practice/plan-state';
import { STAGE_IDS } from '../core/practice/stages.data';
import { TROUBLE_KIND_NAMES, type Trouble } from '../core/practice/trouble';

/** The day on which plans are made in tests. */
export const PLAN_DAY = 20_785;

export function planSection(section: string, change: Partial<PlanSection> = {}): PlanSection {
  return {
    section,
    measures: 8,
    repeats: null,
    stage: 'right-counts',
    tempoBpm: null,
    cleanRuns: 0,
    failedRuns: 0,
    lastOnDay: null,
    dueOnDay: null,
    isLearned: false,
    trouble: [],
    isStraining: false,
    joinsWith: null,
    ...change,
  };
}

export function planPiece(
  piece: string,
  sections: readonly PlanSection[],
  change: Partial<PlanPiece> = {},
): PlanPiece {
  return { piece, targetBpm: 96, goalDay: null, sections, ...change };
}

export function planState(
  pieces: readonly PlanPiece[],
  change: Partial<PlanState['learner']> = {},
): PlanState {
  return {
    learner: { birthYear: null, minutesADay: 30, daysAWeek: 5, hasPedal: true, maxBpm: null, ...change },
    pieces,
  };
}

/** A wrong note of either hand that was never passed, or what is said of it instead. */
export function planTrouble(measure: number, change: Partial<Trouble> = {}): Trouble {
  return { measure, kind: 'note', hand: null, passedOn: [], ...change };
}

const arbitraryTrouble: fc.Arbitrary<Trouble> = fc.record({
  measure: fc.integer({ min: 1, max: 32 }),
  kind: fc.constantFrom(...TROUBLE_KIND_NAMES),
  hand: fc.constantFrom('right' as const, 'left' as const, null),
  passedOn: fc.uniqueArray(fc.integer({ min: PLAN_DAY - 9, max: PLAN_DAY }), { maxLength: 4 }),
});

const arbitrarySection = (name: string): fc.Arbitrary<PlanSection> =>
  fc
    .record({
      measures: fc.integer({ min: 1, max: 16 }),
      stage: fc.constantFrom(...STAGE_IDS),
      tempoBpm: fc.option(fc.integer({ min: 30, max: 160 })),
      cleanRuns: fc.nat(4),
      failedRuns: fc.nat(3),
      lastOnDay: fc.option(fc.integer({ min: PLAN_DAY - 40, max: PLAN_DAY - 1 })),
      dueOnDay: fc.option(fc.integer({ min: PLAN_DAY - 20, max: PLAN_DAY + 20 })),
      isLearned: fc.boolean(),
      isStraining: fc.boolean(),
      trouble: fc.uniqueArray(arbitraryTrouble, {
        maxLength: 4,
        selector: ({ measure, kind, hand }) => `${measure}${kind}${hand ?? ''}`,
      }),
    })
    .map((change) => planSection(name, change));

/** Any state of one to three pieces with up to five sections each; some repeat the first. */
export const arbitraryPlanState: fc.Arbitrary<PlanState> = fc
  .record({
    learner: fc.record({
      birthYear: fc.option(fc.integer({ min: 1940, max: 2020 })),
      minutesADay: fc.integer({ min: 0, max: 90 }),
      daysAWeek: fc.integer({ min: 0, max: 7 }),
      hasPedal: fc.boolean(),
      maxBpm: fc.option(fc.integer({ min: 40, max: 140 })),
    }),
    pieces: fc.array(
      fc
        .integer({ min: 1, max: 5 })
        .chain((count) =>
          fc.tuple(...Array.from({ length: count }, (_, index) => arbitrarySection(`S${index}`))),
        ),
      { minLength: 1, maxLength: 3 },
    ),
    targetBpm: fc.integer({ min: 40, max: 160 }),
    goalDay: fc.option(fc.integer({ min: PLAN_DAY, max: PLAN_DAY + 60 })),
    repeats: fc.boolean(),
  })
  .map(({ learner, pieces, targetBpm, goalDay, repeats }) => ({
    learner,
    pieces: pieces.map((sections, index) =>
      planPiece(
        `P${index}`,
        sections.map((section, at) => ({
          ...section,
          repeats: repeats && at === 2 ? 'S0' : null,
          joinsWith: sections[at + 1]?.section ?? null,
        })),
        { targetBpm, goalDay },
      ),
    ),
  }));
