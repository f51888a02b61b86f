import type { ArrangementDocument } from './document';
import type { PlacedScore } from './placed-score';
import { kindOf, measureOf, movePin, type Pin } from './pins/registry';

/** A fix offered to every place where its measure comes again. */
export interface Everywhere {
  /** Measures of the source that have the same music, moved or not. */
  readonly places: readonly number[];
  readonly put: readonly Pin[];
  /** Places that keep a decision of their own. */
  readonly exceptions: readonly number[];
}

/** An arrangement with what repeats in it. */
export interface RepeatingScore extends Pick<PlacedScore, 'score' | 'sourceMeasure'> {
  /** For each measure the first with the same music, and the first with the same music moved to other notes. */
  readonly firstLike: readonly number[];
  readonly firstAlike: readonly number[];
}

/**
 * Carries the pins of a measure to every identical or transposed occurrence. A place with a pin of its own for the same
 * thing keeps it; a note that is not there in this version is left alone. O(pins × occurrences).
 */
export function everywhere(
  document: ArrangementDocument,
  { sourceMeasure, firstLike, firstAlike, score }: RepeatingScore,
  source: number,
): Everywhere {
  const kindAt = (measure: number) => firstAlike[sourceMeasure.indexOf(measure)];
  const soundAt = (measure: number) => firstLike[sourceMeasure.indexOf(measure)];
  const all = [...new Set(sourceMeasure)];
  const places = all.filter((each) => each !== source && kindAt(each) === kindAt(source));
  const own = document.pins.filter((pin) => measureOf(pin) === source);
  const taken = new Map(document.pins.map((pin) => [pin.id, pin]));
  const notes = new Set<string>(score.notes.map((note) => note.id));
  const put: Pin[] = [];
  const exceptions = new Set<number>();
  for (const place of places)
    for (const pin of own) {
      if (kindOf(pin).isOfSound && soundAt(place) !== soundAt(source)) continue;
      const carried = movePin(pin, { from: source, to: place });
      const isPossible = (kindOf(carried).notesOf?.(carried) ?? []).every((note) => notes.has(note));
      if (!isPossible) continue;
      const there = taken.get(carried.id);
      if (!there) put.push(carried);
      else if (JSON.stringify(there) !== JSON.stringify(carried)) exceptions.add(place);
    }
  return { places, put, exceptions: [...exceptions] };
}
