import type { Measure, Note, Rest } from './model';
import { metreLength } from './time';
import { writeByMetre } from './duration';
import { ticks } from '../units';

export interface RestPlace {
  readonly staff: number;
  readonly voice: string;
}

/** Rests wherever nothing sounds; rests of the source stay as written where they still fit. */
export function fillWithRests(
  measure: Measure,
  offset: number,
  notes: readonly Note[],
  rests: readonly Rest[],
  { staff, voice }: RestPlace,
): readonly Rest[] {
  const place = { part: 0, staff, voice, measure: measure.index };
  const sounding = notes.filter((note) => !note.grace).sort((a, b) => a.at - b.at);
  const isWhole = sounding.length === 0 && measure.length >= metreLength(measure.time);
  if (isWhole)
    return [{ ...place, at: measure.start, duration: measure.length, tuplet: null, isWholeMeasure: true }];
  const own = rests.filter((rest) => !rest.isWholeMeasure);
  const result: Rest[] = [];
  let at: number = measure.start;
  const fill = (until: number) => {
    const inside = own.filter((rest) => rest.at >= at && rest.at + rest.duration <= until);
    const covered = inside.reduce((sum, rest) => sum + rest.duration, 0);
    // The source's own rests stand where they are all there is; beside new silence they are written anew.
    if (covered === until - at) result.push(...inside.map((rest) => ({ ...rest, ...place })));
    else
      for (const piece of writeByMetre(ticks(at - measure.start + offset), ticks(until - at), measure.time))
        result.push({
          ...place,
          at: ticks(piece.at - offset + measure.start),
          duration: piece.duration,
          tuplet: null,
          isWholeMeasure: false,
        });
    at = until;
  };
  for (const note of sounding) {
    if (note.at > at) fill(note.at);
    at = Math.max(at, note.at + note.duration);
  }
  fill(measure.start + measure.length);
  return result;
}
