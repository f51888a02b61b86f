/** Comfort of a finger pair in semitones, signed upward from the lower-numbered finger, for an average right hand. */
export interface PairSpan {
  readonly minPrac: number;
  readonly minComf: number;
  readonly minRel: number;
  /** The unscaled least relaxed span, by which closeness is priced: a smaller hand never makes a fingering cheaper. */
  readonly closest: number;
  readonly maxRel: number;
  readonly maxComf: number;
  readonly maxPrac: number;
}

/** Parncutt, Sloboda, Clarke, Raekallio & Desain, Music Perception 14(4), 1997: pair, then the six limits. */
const TABLE: readonly (readonly [string, number, number, number, number, number, number])[] = [
  ['12', -5, -3, 1, 5, 8, 10],
  ['13', -4, -2, 3, 7, 10, 12],
  ['14', -3, -1, 5, 9, 12, 14],
  ['15', -1, 1, 7, 10, 13, 15],
  ['23', 1, 1, 1, 2, 3, 5],
  ['24', 1, 1, 3, 4, 5, 7],
  ['25', 2, 2, 5, 6, 8, 10],
  ['34', 1, 1, 1, 2, 2, 4],
  ['35', 1, 1, 3, 4, 5, 7],
  ['45', 1, 1, 1, 2, 3, 5],
];

/** The span of the largest pair, thumb to little finger, by which a hand is scaled. */
export const AVERAGE_LARGEST = 15;

/**
 * The table for a hand that reaches `largest` semitones. Maxima are scaled; neighbours keep a whole tone, thumb to little
 * finger a fifth, and what is relaxed never has its least above its most.
 */
export function spansFor(largest: number): SpanTable {
  const scale = largest / AVERAGE_LARGEST;
  const table: PairSpan[] = [];
  for (const [pair, minPrac, minComf, minRel, maxRel, maxComf, maxPrac] of TABLE) {
    const floor = pair === '15' ? 7 : 2;
    const scaled = (value: number) => Math.max(floor, Math.round(value * scale));
    const rel = scaled(maxRel);
    table[pairIndex(Number(pair[0]), Number(pair[1]))] = {
      minPrac,
      minComf,
      minRel: Math.min(minRel, rel),
      closest: minRel,
      maxRel: rel,
      maxComf: Math.max(rel, scaled(maxComf)),
      maxPrac: Math.max(rel, scaled(maxPrac)),
    };
  }
  return table;
}

/** Spans of finger pairs, found by `pairIndex`. */
export type SpanTable = readonly PairSpan[];

/** Where a pair stands in a table, the lower finger first. */
export function pairIndex(low: number, high: number): number {
  return low * 6 + high;
}
