import { diatonicIndex, midiOf, STEPS } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { FingeredNote } from './finger-score';

/** A place where a hand lies: five neighbouring letters, one under each finger. */
export interface HandPosition {
  readonly hand: 'right' | 'left';
  /** Letter place of the lowest of the five, counted through the octaves. */
  readonly lowest: number;
  /** Keys that are played in it, with their fingers. */
  readonly keys: ReadonlyMap<number, number>;
}

/** Where a hand lies when a finger is on a note: the letter under its lowest finger. */
export function lowestLetter(note: Note, finger: number, hand: 'right' | 'left'): number {
  const step = diatonicIndex(note.pitch);
  return hand === 'right' ? step - (finger - 1) : step - (5 - finger);
}

/** “C position”, by the lowest of its five letters. */
export function positionLabel(lowest: number): string {
  return `${STEPS[((lowest % 7) + 7) % 7]} position`;
}

/**
 * The positions that a hand goes through, in order: notes whose fingers lie over the same five letters are one, and a chord
 * spread wider than five letters is a place of its own. O(notes).
 */
export function positionsOf(
  notes: readonly Note[],
  fingered: ReadonlyMap<string, Pick<FingeredNote, 'finger'>>,
  hand: 'right' | 'left',
): readonly HandPosition[] {
  const staff = hand === 'right' ? 0 : 1;
  const found: { hand: 'right' | 'left'; lowest: number; keys: Map<number, number> }[] = [];
  const touches = new Map<number, { readonly key: number; readonly note: Note; readonly finger: number }[]>();
  for (const note of notes) {
    const finger = note.staff === staff ? fingered.get(note.id)?.finger : undefined;
    if (finger === undefined) continue;
    const touch = touches.get(note.at) ?? [];
    touch.push({ key: midiOf(note.pitch), note, finger });
    touches.set(note.at, touch);
  }
  for (const touch of touches.values()) {
    touch.sort((a, b) => a.key - b.key);
    // A chord lies where its lowest note does.
    const lowest = lowestLetter(touch[0]!.note, touch[0]!.finger, hand);
    const last = found.at(-1);
    const fits = last && last.lowest === lowest;
    const position = fits ? last : { hand, lowest, keys: new Map<number, number>() };
    if (!fits) found.push(position);
    for (const { key, finger } of touch) position.keys.set(key, finger);
  }
  return found;
}

/** The positions of one measure in words: “C position”, “C position, then thumb on F”. */
export function positionWords(positions: readonly HandPosition[]): string {
  const [first, ...more] = positions;
  if (!first) return '';
  if (more.length === 0) return positionLabel(first.lowest);
  const end = more.at(-1)!;
  const place = end.hand === 'right' ? end.lowest : end.lowest + 4;
  return `${positionLabel(first.lowest)}, then thumb on ${STEPS[((place % 7) + 7) % 7]}`;
}
