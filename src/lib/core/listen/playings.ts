import type { Followed } from './follow';
import type { Expected } from './moments';
import type { PlayedKey } from './take';

/** One run through the music without a jump. */
export interface Playing {
  /** Moments from the first that was played to the last. */
  readonly from: number;
  readonly to: number;
  /** Keys by the moment that they belong to. */
  readonly keys: ReadonlyMap<number, readonly PlayedKey[]>;
  readonly onMs: number;
}

export interface Jump {
  readonly from: number;
  readonly to: number;
}

/** The runs of a performance, in order, and the jumps between them. */
export function playingsOf(steps: readonly Followed[]): {
  readonly playings: readonly Playing[];
  readonly jumps: readonly Jump[];
} {
  const playings: { from: number; to: number; keys: Map<number, PlayedKey[]>; onMs: number }[] = [];
  const jumps: Jump[] = [];
  for (const { cluster, moment, isExtra, isJump } of steps) {
    let own = playings.at(-1);
    if (!own || isJump) {
      if (own) jumps.push({ from: own.to, to: moment });
      own = { from: moment, to: moment, keys: new Map(), onMs: cluster.onMs };
      playings.push(own);
    }
    if (!isExtra) own.to = Math.max(own.to, moment);
    own.keys.set(moment, [...(own.keys.get(moment) ?? []), ...cluster.keys]);
  }
  return { playings, jumps };
}

/** Where the moments of each measure are, as it is played. */
export function momentsByMeasure({
  moments,
  score,
}: Expected): readonly ({ readonly from: number; readonly to: number } | null)[] {
  const ranges: ({ from: number; to: number } | null)[] = score.measures.map(() => null);
  for (const [index, { measure }] of moments.entries()) {
    const known = ranges[measure];
    if (known) known.to = index;
    else ranges[measure] = { from: index, to: index };
  }
  return ranges;
}

/** The playing of a measure that counts: the last that went through all of it, otherwise the one that had most of it. */
export function playingThatCounts(
  playings: readonly Playing[],
  range: { readonly from: number; readonly to: number },
): { readonly playing: Playing; readonly isComplete: boolean } | null {
  const covered = (playing: Playing) =>
    Math.min(playing.to, range.to) - Math.max(playing.from, range.from) + 1;
  const touching = playings.filter(
    (playing) =>
      covered(playing) > 0 && [...playing.keys.keys()].some((at) => at >= range.from && at <= range.to),
  );
  const whole = touching.findLast(({ from, to }) => from <= range.from && to >= range.to);
  if (whole) return { playing: whole, isComplete: true };
  const most = touching.reduce<Playing | null>(
    (best, each) => (best && covered(best) > covered(each) ? best : each),
    null,
  );
  return most && { playing: most, isComplete: false };
}
