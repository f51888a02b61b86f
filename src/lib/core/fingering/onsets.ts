import { midiOf } from '../pitch/pitch';
import { isGeneratedNote } from '../score/ids';
import type { Note } from '../score/model';
import { onlyKey, type Run, type RunTouch } from './runs';

export interface RunOnset {
  /** Notes under the hand, low to high: struck and held; of a figure one for each key. */
  readonly all: readonly Note[];
  readonly keys: readonly number[];
  readonly pinned: readonly (number | null)[];
  readonly movePercent: number;
  readonly isHeldOn: boolean;
  /** Places of the keys struck first and last, where they are single. */
  readonly enters: number | null;
  readonly leaves: number | null;
  /** A composer's full chord, sixth or octave. */
  readonly isBlock: boolean;
  /** Pairs of places that are never held together. */
  readonly apart: readonly (readonly [number, number])[];
}

export function onsetsOf({ touches }: Run, pinned: ReadonlyMap<string, number>): readonly RunOnset[] {
  return touches.map(({ struck, held, movePercent, isHeldOn, isFigure, lastKey, chords }) => {
    const sorted = [...struck, ...held].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch) || a.at - b.at);
    const all = (isFigure ? sorted.filter((note, index) => isNewKey(note, sorted[index - 1])) : sorted).slice(
      0,
      5,
    );
    const pinOf = (note: Note) => {
      const own = pinned.get(note.id);
      if (own !== undefined || !isFigure) return own ?? null;
      const again = struck.find((each) => isSameKey(each, note) && pinned.has(each.id));
      return again ? pinned.get(again.id)! : null;
    };
    const keys = all.map((note): number => midiOf(note.pitch));
    const firstKey = onlyKey(struck.filter((note) => note.at === struck[0]?.at));
    const placeOf = (key: number | null) => (key === null || !isFigure ? null : keys.indexOf(key));
    return {
      all,
      keys,
      pinned: all.map(pinOf),
      movePercent,
      isHeldOn,
      enters: placeOf(firstKey),
      leaves: placeOf(lastKey),
      isBlock: isBlock(keys, struck),
      apart: isFigure ? pairsApart(keys, chords) : [],
    };
  });
}

const SIXTH = 8;

function isBlock(keys: readonly number[], struck: readonly Note[]): boolean {
  const isFull = keys.length >= 3 || (keys.length === 2 && keys[1]! - keys[0]! >= SIXTH);
  return isFull && struck.every((note) => !isGeneratedNote(note.id));
}

/** Places of keys that no touch strikes together. */
function pairsApart(
  keys: readonly number[],
  chords: readonly (readonly number[])[],
): readonly (readonly [number, number])[] {
  return keys.flatMap((low, i) =>
    keys.flatMap((high, j): (readonly [number, number])[] =>
      j <= i || chords.some((chord) => chord.includes(low) && chord.includes(high)) ? [] : [[i, j]],
    ),
  );
}

/** What a touch strikes, each note with its place among the keys of its onset. */
export function struckPlaces(
  { struck }: RunTouch,
  { all }: RunOnset,
): readonly { readonly note: Note; readonly place: number }[] {
  return struck.flatMap((note) => {
    const place = all.findIndex((each) => isSameKey(each, note));
    return place < 0 ? [] : [{ note, place }];
  });
}

function isSameKey(a: Note, b: Note): boolean {
  return midiOf(a.pitch) === midiOf(b.pitch);
}

function isNewKey(note: Note, before: Note | undefined): boolean {
  return before === undefined || !isSameKey(note, before);
}
