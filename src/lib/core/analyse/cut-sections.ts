import type { Score, Section } from '../score/model';
import { metreLength, metreOffset } from '../score/time';
import { likeness, type Fingerprint, type Likeness } from './likeness';

/** Costs of describing a piece by sections, in hundredths of a measure that must be written out. */
const COSTS = {
  newSection: 320,
  newMeasure: 100,
  repeatSection: 170,
  identical: 4,
  transposed: 22,
  movedWithinKey: 110,
  sameRhythm: 125,
  sameHarmony: 125,
  different: 145,
  oddLength: 300,
  veryShort: 450,
  shortInLongPiece: 330,
  longInShortPiece: 330,
  perMeasureOverEight: 45,
  acrossMark: 900,
  /** A passage that comes again begins or ends inside a section. */
  insideSection: 800,
  /** Of what a short section costs, where it opens or ends the piece. */
  shortAtEnds: 0.4,
} as const;
const LONGEST_SECTION = 32;
/** From this many measures on, four-measure phrases are parts of sections rather than sections. */
const LONG_PIECE = 24;

function costOf(kind: Likeness): number {
  switch (kind) {
    case 'identical':
      return COSTS.identical;
    case 'transposed':
      return COSTS.transposed;
    case 'same-rhythm':
      return COSTS.sameRhythm;
    case 'same-harmony':
      return COSTS.sameHarmony;
    case 'different':
      return COSTS.different;
  }
}

interface Cut {
  readonly from: number;
  readonly to: number;
  /** Where the passage that it repeats begins; −1 for what is new. */
  readonly source: number;
}

/**
 * Cuts a piece into sections so that saying "this section again" describes as much of it as possible at the least cost
 * (minimum description length), by dynamic programming over the places where sections may begin. Where what comes again lies
 * across the sections found, it is tried as a section of its own.
 */
export function cutSections(score: Score, prints: readonly Fingerprint[]): readonly Section[] {
  const isLeadIn = metreOffset(score.measures, 0) > 0 && score.measures.length > 1;
  const first = isLeadIn ? 1 : 0;
  const count = score.measures.length - first;
  if (count <= 0) return [{ id: 's0', name: 'A', from: 0, to: Math.max(0, score.measures.length - 1) }];
  // Running sums along each diagonal: what measures `offset` back say about those from the start to here, and how many
  // of them say it well.
  const diagonals = Array.from({ length: Math.max(0, count - 1) }, (_, place) => {
    const offset = place + 1;
    const costs = new Float64Array(count + 1);
    const alike = new Uint16Array(count + 1);
    for (let index = 0; index < count; index += 1) {
      const cost =
        index < offset ? COSTS.different : copyCost(prints[first + index - offset]!, prints[first + index]!);
      costs[index + 1] = costs[index]! + cost;
      // A measure said again counts in full, one that is only moved within the key for half.
      const weight = cost <= COSTS.transposed ? 2 : cost <= COSTS.movedWithinKey ? 1 : 0;
      alike[index + 1] = alike[index]! + weight;
    }
    return { costs, alike };
  });
  const marks = markCosts(score, first, count);
  const plain = bestCuts(count, diagonals, marks, new Set());
  const astray = edgesAstray(plain.cuts);
  const tried = astray.size === 0 ? plain : bestCuts(count, diagonals, marks, astray);
  const costOfCuts = (each: typeof plain) => each.cost + COSTS.insideSection * edgesAstray(each.cuts).size;
  const { cuts } = costOfCuts(tried) < costOfCuts(plain) ? tried : plain;
  return splitLikeSources(cuts).map(({ from, to }, index) => ({
    id: `s${index === 0 ? 0 : from + first}`,
    name: '',
    from: index === 0 ? 0 : from + first,
    to: to - 1 + first,
  }));
}

type Diagonals = readonly { readonly costs: Float64Array; readonly alike: Uint16Array }[];

/** The cheapest way to cut, with sections beginning at least where they must. */
function bestCuts(
  count: number,
  diagonals: Diagonals,
  marks: ReturnType<typeof markCosts>,
  mustBegin: ReadonlySet<number>,
): { readonly cuts: readonly Cut[]; readonly cost: number } {
  const crosses = (from: number, end: number) => [...mustBegin].some((edge) => edge > from && edge < end);
  const best = Array<number>(count + 1).fill(Infinity);
  const start = Array<number>(count + 1).fill(0);
  const source = Array<number>(count + 1).fill(-1);
  best[0] = 0;
  for (let end = 1; end <= count; end += 1) {
    for (let from = Math.max(0, end - LONGEST_SECTION); from < end; from += 1) {
      const length = end - from;
      if (crosses(from, end)) continue;
      const shape = lengthCost(length, count, from === 0 || end === count) + marks(from, end);
      let cost = COSTS.newSection + COSTS.newMeasure * length;
      let copied = -1;
      for (let offset = length; offset <= from; offset += 1) {
        const { costs, alike } = diagonals[offset - 1]!;
        const copy = COSTS.repeatSection + costs[end]! - costs[from]!;
        if (copy < cost && alike[end]! - alike[from]! >= length) {
          cost = copy;
          copied = from - offset;
        }
      }
      if (best[from]! + cost + shape < best[end]!) {
        best[end] = best[from]! + cost + shape;
        start[end] = from;
        source[end] = copied;
      }
    }
  }
  const cuts: Cut[] = [];
  for (let end = count; end > 0; end = start[end]!)
    cuts.unshift({ from: start[end]!, to: end, source: source[end]! });
  return { cuts, cost: best[count]! };
}

/** Where repeated passages begin or end inside a section. */
function edgesAstray(cuts: readonly Cut[]): ReadonlySet<number> {
  const edges = new Set(cuts.flatMap(({ from, to }) => [from, to]));
  const wanted = cuts.flatMap(({ from, to, source }) => (source < 0 ? [] : [source, source + to - from]));
  return new Set(wanted.filter((edge) => !edges.has(edge)));
}

/**
 * What a measure costs that is said to be another one again, at any height. A few notes are alike by chance, and a run
 * moved within the key is a common turn, so neither saves much.
 */
function copyCost(a: Fingerprint, b: Fingerprint): number {
  const shift = a.keys.length > 0 && b.keys.length > 0 ? b.keys[0]! - a.keys[0]! : 0;
  const kind = likeness(a, b, a.contour === b.contour ? shift : 0);
  if (kind !== 'transposed') return costOf(kind);
  if (a.keys.length < 3) return COSTS.sameRhythm;
  const isExact = a.keys.every((key, index) => b.keys[index]! - key === shift);
  return isExact ? COSTS.transposed : COSTS.movedWithinKey;
}

function lengthCost(length: number, count: number, isAtEnds: boolean): number {
  const ends = isAtEnds && length < 4 ? COSTS.shortAtEnds : 1;
  const isOdd = length % 4 === 0 ? 0 : length % 2 === 0 ? COSTS.oddLength / 2 : COSTS.oddLength;
  const isShort = length < 4 ? ends * COSTS.veryShort : 0;
  // Short pieces go in phrases of four, longer ones in sections of eight.
  const isPhrase =
    count >= LONG_PIECE
      ? length < 8
        ? ends * COSTS.shortInLongPiece
        : 0
      : count > 8
        ? COSTS.longInShortPiece * Math.max(0, Math.ceil(length / 4) - 1)
        : 0;
  const isLong = COSTS.perMeasureOverEight * Math.max(0, length - 8);
  return (count <= 4 ? 0 : isOdd + isShort) + isPhrase + isLong;
}

/** Sections do not run across repeat signs, endings, or changes of metre and key. */
function markCosts(score: Score, first: number, count: number) {
  const sums = new Float64Array(count + 1);
  for (let index = 0; index < count; index += 1) {
    const measure = score.measures[first + index]!;
    const before = score.measures[first + index - 1];
    const isBoundary =
      index > 0 &&
      before !== undefined &&
      (measure.startsRepeat ||
        (before.endsRepeat !== null && measure.endings.length === 0) ||
        before.key.fifths !== measure.key.fifths ||
        metreLength(before.time) !== metreLength(measure.time) ||
        before.barline === 'double');
    sums[index + 1] = sums[index]! + (isBoundary ? COSTS.acrossMark : 0);
  }
  return (from: number, end: number) => sums[end]! - sums[from + 1]!;
}

/** A run that repeats several sections at once is cut where they are cut. */
function splitLikeSources(cuts: readonly { from: number; to: number; source: number }[]) {
  const done: { from: number; to: number }[] = [];
  for (const cut of cuts) {
    const inside =
      cut.source < 0
        ? []
        : done.map(({ from }) => from - cut.source + cut.from).filter((at) => at > cut.from && at < cut.to);
    const edges = [cut.from, ...new Set(inside), cut.to].sort((a, b) => a - b);
    for (let index = 0; index + 1 < edges.length; index += 1)
      done.push({ from: edges[index]!, to: edges[index + 1]! });
  }
  return done;
}
