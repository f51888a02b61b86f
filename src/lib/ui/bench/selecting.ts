import type { Note } from '$lib/core/score/model';

/** Measures by ordinal, both ends included. */
export interface MeasureRange {
  readonly from: number;
  readonly to: number;
}

/** The note before or after in one hand; without one, the first from a measure on, or the last before it. */
export function nextNote(
  hand: readonly Note[],
  note: Note | null,
  fromMeasure: number,
  direction: 1 | -1,
): Note | null {
  const index = note
    ? hand.indexOf(note)
    : hand.findIndex((each) => each.measure >= fromMeasure) - (direction > 0 ? 1 : 0);
  return hand[index + direction] ?? null;
}

/** The note of a hand that begins nearest in time, the earlier of two as near. */
export function nearestInTime(hand: readonly Note[], at: number): Note | null {
  return hand.reduce<Note | null>(
    (best, note) => (best && Math.abs(best.at - at) <= Math.abs(note.at - at) ? best : note),
    null,
  );
}

/** A range one measure longer or shorter at its end; from one measure it grows backwards. */
export function grownRange(range: MeasureRange | null, lastMeasure: number, direction: 1 | -1): MeasureRange {
  const { from, to } = range ?? { from: 0, to: 0 };
  if (direction > 0) return { from, to: Math.min(lastMeasure, to + 1) };
  return to > from ? { from, to: to - 1 } : { from: Math.max(0, from - 1), to };
}

/** The next of some measures in a direction, going round at the end; null where there is none. */
export function nextMeasure(measures: readonly number[], here: number, direction: 1 | -1): number | null {
  const sorted = [...new Set(measures)].sort((a, b) => a - b);
  const found = direction > 0 ? sorted.find((each) => each > here) : sorted.findLast((each) => each < here);
  return found ?? (direction > 0 ? sorted[0] : sorted.at(-1)) ?? null;
}
