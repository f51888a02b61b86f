import { diatonicIndex } from '../pitch/pitch';
import type { Note } from '../score/model';

/** The notes of a touch with their fingers, low to high. */
export interface Placed {
  readonly fingers: readonly number[];
  readonly notes: readonly Note[];
}

/** Does the hand leave the five letters that its fingers lay on, or take another shape? */
export function isShift(before: Placed, now: Placed, hand: 'right' | 'left'): boolean {
  if (before.notes.length !== now.notes.length) return true;
  const anchor = (each: Placed, place: number) => {
    const step = diatonicIndex(each.notes[place]!.pitch);
    return hand === 'right' ? step - each.fingers[place]! : step + each.fingers[place]!;
  };
  return now.notes.some((_, place) => anchor(before, place) !== anchor(now, place));
}
