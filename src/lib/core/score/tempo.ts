import type { Mark, Score, TimeSignature } from './model';
import { isCompound } from './time';
import { TICKS_PER_QUARTER } from '../units';

/** Quarters a minute where the score says nothing: a walking pace; compound metres are felt in dotted quarters. */
const DEFAULT_QUARTERS_A_MINUTE = 92;
const DEFAULT_COMPOUND_QUARTERS = 90;

export function usualTempo(time: TimeSignature | undefined): number {
  return time && isCompound(time) ? DEFAULT_COMPOUND_QUARTERS : DEFAULT_QUARTERS_A_MINUTE;
}

export function quartersAMinute(mark: Extract<Mark, { kind: 'tempo' }>): number {
  return (mark.bpm * mark.beatUnit) / TICKS_PER_QUARTER;
}

/** The tempo at which a piece begins, in quarters a minute. */
export function tempoOf(score: Score): number {
  const mark = score.marks.find(
    (each): each is Extract<Mark, { kind: 'tempo' }> => each.kind === 'tempo' && each.measure === 0,
  );
  return mark ? quartersAMinute(mark) : usualTempo(score.measures[0]?.time);
}

/** Milliseconds that a tick lasts at so many quarters a minute. */
export function msPerTick(quarters: number): number {
  return 60_000 / quarters / TICKS_PER_QUARTER;
}
