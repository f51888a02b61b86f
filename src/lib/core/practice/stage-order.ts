import { STAGES, type Stage, type StageId } from './stages.data';

/** What decides which stages a section goes through, and in which order. */
export interface StageWishes {
  readonly first: 'right' | 'left';
  /** Stages that the studio or the learner uses; null for all of them. */
  readonly chosen: readonly StageId[] | null;
}

/** What a section has for the stages to work on. */
export interface StageMakeup {
  readonly hasRight: boolean;
  readonly hasLeft: boolean;
  /** The left hand has chords that can be struck at once. */
  readonly hasLeftChords: boolean;
  readonly hasPedal: boolean;
  readonly hasWords: boolean;
}

export const DEFAULT_WISHES: StageWishes = { first: 'right', chosen: null };

export const WHOLE_MAKEUP: StageMakeup = {
  hasRight: true,
  hasLeft: true,
  hasLeftChords: true,
  hasPedal: true,
  hasWords: true,
};

/** What each stage cannot do without. */
const NEEDS: Partial<Readonly<Record<StageId, (makeup: StageMakeup) => boolean>>> = {
  'right-counts': ({ hasRight }) => hasRight,
  right: ({ hasRight }) => hasRight,
  'left-counts': ({ hasLeft }) => hasLeft,
  left: ({ hasLeft }) => hasLeft,
  blocked: ({ hasLeft, hasLeftChords }) => hasLeft && hasLeftChords,
  pedal: ({ hasPedal }) => hasPedal,
  sing: ({ hasWords }) => hasWords,
};

const RIGHT: readonly StageId[] = ['right-counts', 'right'];
const LEFT: readonly StageId[] = ['left-counts', 'left', 'blocked'];

/** The stages of a section in the learner's order; those that cannot apply drop out. */
export function stagesFor({ first, chosen }: StageWishes, makeup: StageMakeup): readonly Stage[] {
  const order: readonly StageId[] =
    first === 'right'
      ? STAGES.map(({ id }) => id)
      : STAGES.flatMap(({ id }) => (id === RIGHT[0] ? [...LEFT, ...RIGHT] : isApart(id) ? [] : [id]));
  return order
    .filter((id) => (chosen === null || chosen.includes(id)) && (NEEDS[id]?.(makeup) ?? true))
    .map((id) => STAGES.find((stage) => stage.id === id)!);
}

function isApart(id: StageId): boolean {
  return RIGHT.includes(id) || LEFT.includes(id);
}
