import type { JoinKind } from './joins';
import type { StageId } from './stages.data';
import type { Trouble } from './trouble';

/** What a day's plan goes by. Days count from 1970-01-01. */
export interface PlanState {
  readonly learner: PlanLearner;
  readonly pieces: readonly PlanPiece[];
}

export interface PlanLearner {
  readonly birthYear: number | null;
  readonly minutesADay: number;
  readonly daysAWeek: number;
  readonly hasPedal: boolean;
  /** Never faster than this. */
  readonly maxBpm: number | null;
}

export interface PlanPiece {
  readonly piece: string;
  readonly targetBpm: number;
  readonly goalDay: number | null;
  readonly sections: readonly PlanSection[];
  /** For the warm-up: the scale or position of the piece. */
  readonly warmUp?: string;
  /** Printed numbers of the measures, where troubles name them by their ordinals. */
  readonly measureNumbers?: readonly string[];
}

export interface PlanSection {
  readonly section: string;
  /** What it is called, where `section` is not for reading. */
  readonly name?: string;
  readonly measures: number;
  /** The section that it repeats: it is not taught again. */
  readonly repeats: string | null;
  /** The stage in work, with the tempo and the runs it stands at. */
  readonly stage: StageId;
  readonly tempoBpm: number | null;
  readonly cleanRuns: number;
  readonly failedRuns: number;
  readonly lastOnDay: number | null;
  readonly dueOnDay: number | null;
  readonly isLearned: boolean;
  readonly trouble: readonly Trouble[];
  /** Its octaves, wide stretches and repeated chords ask for care. */
  readonly isStraining: boolean;
  /** The last section of the stretch that begins here and is to be joined, and what kind of stretch it is. */
  readonly joinsWith: string | null;
  readonly joinKind?: JoinKind;
  /** The section that it is again, and the measures that differ: only those are new. */
  readonly oddOf?: { readonly name: string; readonly places: readonly string[] };
  /** What its hands know from other pieces, in words; each makes it lighter. */
  readonly known?: readonly string[];
}

export const PLAN_KINDS = ['warm-up', 'trouble', 'new', 'join', 'revisit', 'secure'] as const;
export type PlanKind = (typeof PLAN_KINDS)[number];

export interface PlanItem {
  readonly piece: string;
  readonly section: string;
  readonly what: PlanKind;
  readonly stage: StageId;
  readonly tempoBpm: number | null;
  readonly minutes: number;
  readonly why: string;
  /** Of trouble: where and what it is, and how its measure is spoken of. */
  readonly trouble?: Trouble;
  readonly measure?: string;
  /** Of a join: the section that it goes on to. */
  readonly joinsWith?: string;
}

export interface Waiting {
  readonly piece: string;
  readonly section: string;
  readonly what: PlanKind;
  readonly why: string;
  readonly trouble?: Trouble;
}

export interface DayPlan {
  readonly items: readonly PlanItem[];
  readonly waits: readonly Waiting[];
  readonly restAfterMinutes: number;
  readonly totalMinutes: number;
}
