import type { Measure, Note } from '$lib/core/score/model';
import { beatsOf } from '$lib/core/score/time';
import type { MeasureBox } from '$lib/core/engrave/line';

/** Where a moment of a measure stands on its line. */
export interface OnsetPlace {
  readonly at: number;
  readonly x: number;
}

/** Moments of a measure that a point can be put to: every onset, every beat, and the barline; in units of the line. */
export function onsetPlaces(
  measure: Measure,
  notes: readonly Note[],
  box: MeasureBox,
  heads: ReadonlyMap<string, number>,
): readonly OnsetPlace[] {
  const known = new Map<number, number>();
  for (const note of notes) {
    const x = heads.get(note.id);
    if (x !== undefined && !known.has(note.at)) known.set(note.at, x);
  }
  const end = measure.start + measure.length;
  const anchors = [...known].map(([at, x]) => ({ at, x })).sort((a, b) => a.at - b.at);
  if (anchors[0]?.at !== measure.start) anchors.unshift({ at: measure.start, x: box.left + 12 });
  anchors.push({ at: end, x: box.right });
  for (const beat of beatsOf(measure.time)) {
    const at = measure.start + beat.at;
    if (at < end && !anchors.some((each) => each.at === at)) anchors.push({ at, x: placeOf(at, anchors) });
  }
  return anchors.sort((a, b) => a.at - b.at);
}

/** The place of any moment, between the moments that are known. */
export function placeOf(at: number, places: readonly OnsetPlace[]): number {
  const sorted = [...places].sort((a, b) => a.at - b.at);
  const after = sorted.find((each) => each.at >= at) ?? sorted.at(-1)!;
  const before = sorted.findLast((each) => each.at <= at) ?? sorted[0]!;
  if (after.at === before.at) return after.x;
  return before.x + ((after.x - before.x) * (at - before.at)) / (after.at - before.at);
}

/** The moment nearest to a place. */
export function nearestPlace(x: number, places: readonly OnsetPlace[]): OnsetPlace {
  return places.reduce((best, each) => (Math.abs(each.x - x) < Math.abs(best.x - x) ? each : best));
}
