import type { Beat } from '../score/time';
import {
  FINER,
  FUNCTION_COMPOUND,
  FUNCTION_SIMPLE,
  NUMBERS_COMPOUND,
  NUMBERS_SIMPLE,
  NUMBERS_TRIPLET,
  TA_TI_COMPOUND,
  TA_TI_SIMPLE,
  TA_TI_TRIPLET,
  type CountingStyle,
  type SyllableTable,
  type TripletCount,
} from '../document/choices/counting-styles.data';

/** A moment that is counted: its beat, how far into it, and what else is struck in that beat. */
export interface SyllablePlace {
  readonly beat: Beat;
  readonly into: number;
  /** Onsets after the beat itself, in ticks from it. */
  readonly inside: readonly number[];
  readonly isStruckOnBeat: boolean;
}

interface SyllableOptions {
  readonly style: CountingStyle;
  readonly triplet: TripletCount;
  readonly isSwung: boolean;
}

/** What is said at a moment. `beatsLasted` counts the beats of the note or silence so far, for the note-values style. */
export function syllableAt(
  place: SyllablePlace,
  options: SyllableOptions,
  state: 'sounds' | 'held' | 'rest',
  beatsLasted: number,
): string {
  const { beat, into } = place;
  switch (options.style) {
    case 'numbers':
      return into === 0 ? String(beat.number) : numberInside(place, options);
    case 'note-values':
      return into === 0 ? String(beatsLasted) : '&';
    case 'ta-ti':
      if (place.inside.length === 0 && into === 0) return state === 'held' ? 'a' : 'ta';
      if (isTripled(place)) return TA_TI_TRIPLET[fraction(into, beat.length)] ?? FINER;
      return (beat.division === 3 ? TA_TI_COMPOUND : TA_TI_SIMPLE)[fraction(into, beat.length)] ?? FINER;
    case 'beat-function': {
      const table = beat.division === 3 || isTripled(place) ? FUNCTION_COMPOUND : FUNCTION_SIMPLE;
      return table[fraction(into, beat.length)] ?? FINER;
    }
  }
}

function numberInside(place: SyllablePlace, { triplet, isSwung }: SyllableOptions): string {
  const { beat, into } = place;
  const where = fraction(into, beat.length);
  if (beat.division === 3) return NUMBERS_COMPOUND[where] ?? FINER;
  const triplets: SyllableTable = NUMBERS_TRIPLET[triplet];
  if (isSwung && where === '1/2') return triplets['2/3']!;
  // Two against three: “&” is said between the triplet’s second and third, where the triplet does not say it already.
  const against = triplet === 'trip-let' && where === '1/2' ? '&' : undefined;
  return (isTripled(place) ? (triplets[where] ?? against) : NUMBERS_SIMPLE[where]) ?? FINER;
}

function isTripled({ beat, into, inside }: SyllablePlace): boolean {
  if (beat.division === 3) return false;
  return [into, ...inside].some((at) => ['1/3', '2/3'].includes(fraction(at, beat.length)));
}

/** A place as a fraction in lowest terms, as the tables name it: `1/2`, or `0/1` on the beat. */
export function fraction(numerator: number, denominator: number): string {
  let a = numerator;
  let b = denominator;
  while (b !== 0) [a, b] = [b, a % b];
  return `${numerator / a}/${denominator / a}`;
}
