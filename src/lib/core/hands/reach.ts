import { mod } from '../pitch/pitch';

/** Tenths of a millimetre from one white key's centre to the next (a fact of the keyboard: 23.5 mm). */
export const WHITE_KEY_TENTHS_MM = 235;

/** White keys from C, a half for the black keys between. */
const PLACE_IN_OCTAVE = [0, 0.5, 1, 1.5, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6] as const;

/** Where a key lies, in tenths of a millimetre from C of octave −1. */
export function keyPlace(key: number): number {
  return WHITE_KEY_TENTHS_MM * (7 * Math.floor(key / 12) + PLACE_IN_OCTAVE[mod(key, 12)]!);
}

/** Distance between the centres of two keys, in tenths of a millimetre. */
export function keyDistance(a: number, b: number): number {
  return Math.abs(keyPlace(a) - keyPlace(b));
}

/** The farthest that two keys so many semitones apart can lie: a minor tenth E–G is as far as a major one C–E. */
const FARTHEST = Array.from({ length: 30 }, (_, semitones) =>
  Math.max(...PLACE_IN_OCTAVE.map((_, key) => keyDistance(48 + key, 48 + key + semitones))),
);

/** The distance that a span measured at the keys can cover, whichever keys it lies between; up to two octaves. */
export function spanPlace(semitones: number): number {
  return FARTHEST[Math.max(0, Math.min(FARTHEST.length - 1, semitones))]!;
}

/** How far one hand reaches, thumb to little finger, in semitones measured at the keys. */
export interface HandSpan {
  readonly comfortable: number;
  readonly largest: number;
}

export interface HandSize {
  readonly right: HandSpan;
  readonly left: HandSpan;
}

/** Where only the largest reach is known, what is comfortable is 13/15 of it. */
export function spanOf(largest: number, comfortable: number = Math.floor((largest * 13) / 15)): HandSpan {
  return { largest, comfortable: Math.min(comfortable, largest) };
}

/** An average adult hand: a ninth in comfort, a tenth at most. */
export const AVERAGE_HAND: HandSize = { right: spanOf(15), left: spanOf(15) };

export function canReach(low: number, high: number, span: number): boolean {
  return keyDistance(low, high) <= spanPlace(span);
}

export function isBlackKey(key: number): boolean {
  return [1, 3, 6, 8, 10].includes(mod(key, 12));
}

/** Where what is comfortable is known, the largest reach is taken as 15/13 of it. */
export function spanFromComfort(comfortable: number): HandSpan {
  return { comfortable, largest: Math.round((comfortable * 15) / 13) };
}
