import type { Arrangement } from './arrangement';
import type { ArrangementDocument, Pin } from './document';

/** A fix offered to every place where its measure comes again. */
export interface Everywhere {
  /** Measures of the source that have the same music, moved or not. */
  readonly places: readonly number[];
  readonly put: readonly Pin[];
  /** Places that keep a decision of their own. */
  readonly exceptions: readonly number[];
}

/**
 * Carries the pins of a measure to every identical or transposed occurrence. A place with a pin of its own for the same
 * thing keeps it; a note that is not there in this version is left alone. O(pins × occurrences).
 */
export function everywhere(
  document: ArrangementDocument,
  arrangement: Arrangement,
  source: number,
): Everywhere {
  const { sourceMeasure, firstLike, firstAlike, score } = arrangement;
  const kindOf = (measure: number) => firstAlike[sourceMeasure.indexOf(measure)];
  const soundOf = (measure: number) => firstLike[sourceMeasure.indexOf(measure)];
  const all = [...new Set(sourceMeasure)];
  const places = all.filter((each) => each !== source && kindOf(each) === kindOf(source));
  const own = document.pins.filter((pin) => measureOf(pin) === source);
  const taken = new Map(document.pins.map((pin) => [pin.id, pin]));
  const notes = new Set<string>(score.notes.map((note) => note.id));
  const put: Pin[] = [];
  const exceptions = new Set<number>();
  for (const place of places)
    for (const pin of own) {
      // What says which notes sound fits only where nothing was moved.
      if (SAYS_WHAT_SOUNDS.includes(pin.kind) && soundOf(place) !== soundOf(source)) continue;
      const carried = carry(pin, source, place);
      if (!isPossible(carried, notes)) continue;
      const there = taken.get(carried.id);
      if (!there) put.push(carried);
      else if (JSON.stringify(there) !== JSON.stringify(carried)) exceptions.add(place);
    }
  return { places, put, exceptions: [...exceptions] };
}

/** The measure of the source that a pin is about. */
export function measureOf(pin: Pin): number | null {
  if ('measure' in pin) return pin.measure;
  const note = 'note' in pin ? pin.note : pin.from;
  const found = /^p\d+m(\d+)v/.exec(note) ?? /^g(\d+)[RL]/.exec(note) ?? /^added-(\d+)-/.exec(note);
  return found ? Number(found[1]) : null;
}

const SAYS_WHAT_SOUNDS: readonly Pin['kind'][] = ['settled', 'chord', 'added'];

function carry(pin: Pin, from: number, to: number): Pin {
  const text = JSON.stringify(pin);
  const moved = text
    .replace(new RegExp(`(p\\d+m)${from}(v)`, 'g'), `$1${to}$2`)
    .replace(new RegExp(`g${from}([RL])`, 'g'), `g${to}$1`)
    .replace(new RegExp(`added([-:])${from}([-:])`, 'g'), `added$1${to}$2`)
    .replace(new RegExp(`"measure":${from}([,}])`, 'g'), `"measure":${to}$1`)
    .replace(
      new RegExp(
        `"id":"(texture|right-texture|setting|ease|keep|settled|chord|dynamic|words|count|pedal|pedal-points):${from}(?=[":])`,
        'g',
      ),
      `"id":"$1:${to}`,
    );
  return JSON.parse(moved) as Pin;
}

function isPossible(pin: Pin, notes: ReadonlySet<string>): boolean {
  if ('note' in pin) return pin.kind === 'leave-out' || notes.has(pin.note);
  if ('from' in pin) return notes.has(pin.from) && notes.has(pin.to);
  return true;
}
