import { TICKS_PER_QUARTER } from '../units';

/** Between which bounds the numbers of a score lie, both ends included. */
export const BOUNDS = {
  /** Ticks of a measure, and of a note: 64 whole notes, the longest metre there is. */
  length: [0, 256 * TICKS_PER_QUARTER],
  tuplet: [1, 64],
  /** Sharps of a letter; a transposing part may go past double sharps. */
  alter: [-4, 4],
  key: [0, 127],
  fifths: [-15, 15],
  /** How often a passage is played, and the numbers of endings. */
  times: [1, 64],
  tempo: [1, 2_000],
  verse: [1, 99],
  clefLine: [1, 5],
  clefOctave: [-3, 3],
} as const satisfies Readonly<Record<string, readonly [number, number]>>;

export type Bounded = keyof typeof BOUNDS;

export function isWithin(what: Bounded, value: number): boolean {
  const [from, to] = BOUNDS[what];
  return value >= from && value <= to;
}

export function isWholeWithin(what: Bounded, value: number): boolean {
  return Number.isInteger(value) && isWithin(what, value);
}
