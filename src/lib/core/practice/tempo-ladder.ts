/** How a tempo climbs. Shares are of the target, in hundredths. */
export interface LadderRule {
  readonly startShare: number;
  readonly stepShare: number;
  /** Clean runs in a row that pass the top; one passes a step below it. */
  readonly cleanRuns: number;
  /** Failed tries after which the tempo goes a step down. */
  readonly failedTries: number;
}

export const DEFAULT_LADDER: LadderRule = { startShare: 50, stepShare: 6, cleanRuns: 3, failedTries: 2 };

/** No practice is slower than this: the pulse would be lost. */
export const SLOWEST_BPM = 30;

export interface LadderPlace {
  readonly tempoBpm: number;
  readonly cleanRuns: number;
  readonly failedRuns: number;
  /** The top was passed. */
  readonly isPassed: boolean;
}

/**
 * The tempos from the start to the top, each a whole number, none above `top` (the stage's share of the target, or the
 * learner's own limit where that is lower).
 */
export function ladderOf(
  targetBpm: number,
  top: number,
  { startShare, stepShare }: LadderRule,
): readonly number[] {
  const highest = Math.max(SLOWEST_BPM, Math.round(top));
  const step = Math.max(1, Math.round((targetBpm * stepShare) / 100));
  const start = Math.min(highest, Math.max(SLOWEST_BPM, Math.round((targetBpm * startShare) / 100)));
  const tempos: number[] = [];
  for (let tempo = start; tempo < highest; tempo += step) tempos.push(tempo);
  return [...tempos, highest];
}

/** Where the ladder begins. */
export function foot(ladder: readonly number[]): LadderPlace {
  return { tempoBpm: ladder[0]!, cleanRuns: 0, failedRuns: 0, isPassed: false };
}

/**
 * Where a run leads: one clean run goes a step up, as many as the rule asks pass the top; after two failed tries a step down.
 * No step is left out, upward or downward.
 */
export function afterRun(
  ladder: readonly number[],
  place: LadderPlace,
  run: 'clean' | 'failed',
  rule: LadderRule,
): LadderPlace {
  const at = stepAt(ladder, place.tempoBpm);
  const isTop = at === ladder.length - 1;
  if (run === 'failed') {
    const failedRuns = place.failedRuns + 1;
    if (failedRuns < rule.failedTries) return { ...place, cleanRuns: 0, failedRuns };
    return { tempoBpm: ladder[Math.max(0, at - 1)]!, cleanRuns: 0, failedRuns: 0, isPassed: false };
  }
  const cleanRuns = place.cleanRuns + 1;
  if (!isTop) return { tempoBpm: ladder[at + 1]!, cleanRuns: 0, failedRuns: 0, isPassed: false };
  return { ...place, tempoBpm: ladder[at]!, cleanRuns, failedRuns: 0, isPassed: cleanRuns >= rule.cleanRuns };
}

/** The step at a tempo, or the last one under it. */
export function stepAt(ladder: readonly number[], tempoBpm: number): number {
  return Math.max(
    0,
    ladder.findLastIndex((tempo) => tempo <= tempoBpm),
  );
}
