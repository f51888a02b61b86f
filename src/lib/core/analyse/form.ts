import { chordName } from '../pitch/chord';
import { midiOf, mod } from '../pitch/pitch';
import type { Note, Score, Section } from '../score/model';
import { metreLength, metreOffset } from '../score/time';
import { playedOrder } from '../score/unfold';
import { markedSections } from './sections';

/** How two measures compare, strongest first. */
export type Likeness = 'identical' | 'transposed' | 'same-rhythm' | 'same-harmony' | 'different';

export interface FormSection extends Section {
  /** Letter with primes for variants: A, A′, B. */
  readonly label: string;
  /** The section it repeats, by id; null for what is new. */
  readonly repeats: string | null;
  /** Semitones that it lies above the section it repeats. */
  readonly transposedBy: number;
  /** Measures (ordinals in the piece) in which it differs from the section it repeats, with how. */
  readonly differences: readonly {
    readonly measure: number;
    readonly from: number;
    readonly likeness: Likeness;
  }[];
  /** Quarters of a pickup that leads into it from the measure before. */
  readonly pickupQuarters: number;
}

export interface FormFinding {
  readonly sections: readonly FormSection[];
  /** The order in which sections are played, repeats played out: A A B A. */
  readonly pattern: readonly string[];
  /** What learning a section is worth: its measures, and how many measures of the played piece they cover. */
  readonly worth: readonly {
    readonly label: string;
    readonly learned: number;
    readonly played: number;
    readonly total: number;
  }[];
  readonly origin: 'marked' | 'found' | 'chosen';
}

interface Fingerprint {
  readonly rhythm: string;
  readonly contour: string;
  readonly keys: readonly number[];
  readonly pitches: string;
  readonly full: string;
  readonly harmony: string;
}

/** Costs of describing a piece by sections, in hundredths of a measure that must be written out. */
const COSTS = {
  newSection: 320,
  newMeasure: 100,
  repeatSection: 170,
  identical: 4,
  transposed: 22,
  sameRhythm: 62,
  sameHarmony: 80,
  different: 108,
  oddLength: 140,
  veryShort: 260,
  shortInLongPiece: 330,
  perMeasureOverEight: 45,
  acrossMark: 900,
} as const;
const LONGEST_SECTION = 32;
/** From this many measures on, four-measure phrases are parts of sections rather than sections. */
const LONG_PIECE = 24;

/**
 * Finds the form of a piece. Measures are compared with one another (Foote 1999, self-similarity), and the piece is cut
 * into sections so that saying "this section again" describes as much of it as possible at the least cost (minimum
 * description length), by dynamic programming over the places where sections may begin. Marks in the score are
 * respected; the teacher's own sections come first. O(measures² + measures × longest × measures).
 */
export function findForm(score: Score, tune: readonly Note[]): FormFinding {
  const prints = fingerprints(score, tune);
  const marked = markedSections(score);
  const own = score.judgement?.sections ?? null;
  const origin = own ? 'chosen' : marked.length > 1 ? 'marked' : 'found';
  const bounds =
    (own && [...own].sort((a, b) => a.from - b.from)) ??
    (marked.length > 1 ? marked : cutSections(score, prints));
  const sections = describe(score, prints, openPrints(score, tune), bounds, origin === 'found');
  const order = playedOrder(score);
  const inLearningOrder = own ? own.map(({ id }) => sections.find((each) => each.id === id)!) : sections;
  const pattern = patternOf(sections, order);
  return { sections: inLearningOrder, pattern, worth: worthOf(sections, order), origin };
}

function fingerprints(score: Score, tune: readonly Note[]): readonly Fingerprint[] {
  const line: Note[][] = score.measures.map(() => []);
  const all: Note[][] = score.measures.map(() => []);
  for (const note of tune) line[note.measure]?.push(note);
  for (const note of score.notes) all[note.measure]?.push(note);
  return score.measures.map((measure, index) => {
    const notes = line[index]!;
    const keys = notes.map((note) => midiOf(note.pitch));
    const place = (note: Note) => note.at - measure.start;
    const symbols = score.chords.filter((symbol) => symbol.measure === index);
    const before = score.chords.findLast((symbol) => symbol.at < measure.start);
    const chords = symbols.map((symbol) => `${symbol.at - measure.start} ${chordName(symbol.chord)}`);
    const opens = symbols[0]?.at === measure.start || !before ? [] : [`0 ${chordName(before.chord)}`];
    return {
      rhythm: notes.map((note) => `${place(note)}+${note.duration}`).join(),
      contour: keys
        .slice(1)
        .map((key, at) => key - keys[at]!)
        .join(),
      keys,
      pitches: notes.map((note) => `${place(note)}+${note.duration}:${midiOf(note.pitch)}`).join(),
      full: all[index]!.map((note) => `${place(note)}+${note.duration}:${midiOf(note.pitch)}`)
        .sort()
        .join(),
      harmony: [...opens, ...chords].join(),
    };
  });
}

/** Measures without what leads into the next section, so that a phrase is known again whatever follows it. */
function openPrints(score: Score, tune: readonly Note[]): readonly Fingerprint[] {
  const isLeadIn = metreOffset(score.measures, 0) > 0 && score.measures.length > 1;
  const leadIn = isLeadIn ? score.measures[0]!.length : 0;
  const isKept = (note: Note) => {
    const measure = score.measures[note.measure]!;
    return note.at - measure.start < metreLength(measure.time) - leadIn;
  };
  return fingerprints({ ...score, notes: score.notes.filter(isKept) }, tune.filter(isKept));
}

/** How one measure compares with another that stands `shift` semitones away. */
function likeness(a: Fingerprint, b: Fingerprint, shift: number): Likeness {
  const isChartAlike = a.keys.length === 0 && b.keys.length === 0 && a.full === b.full;
  if (a.pitches === b.pitches && (!isChartAlike || a.harmony === b.harmony) && shift === 0)
    return 'identical';
  const isShifted =
    a.rhythm === b.rhythm &&
    a.keys.length > 0 &&
    a.keys.every((key, index) => b.keys[index]! - key === shift);
  if (isShifted) return shift === 0 ? 'identical' : 'transposed';
  if (a.keys.length > 0 && a.rhythm === b.rhythm) return 'same-rhythm';
  if (a.harmony !== '' && a.harmony === b.harmony) return 'same-harmony';
  return 'different';
}

/** The shift that makes most measures of two runs alike: their first notes tell. */
function shiftBetween(prints: readonly Fingerprint[], from: number, to: number, length: number): number {
  const votes = new Map<number, number>();
  for (let index = 0; index < length; index += 1) {
    const [a, b] = [prints[from + index]!, prints[to + index]!];
    if (a.keys.length === 0 || a.rhythm !== b.rhythm || a.contour !== b.contour) continue;
    const shift = b.keys[0]! - a.keys[0]!;
    votes.set(shift, (votes.get(shift) ?? 0) + 1);
  }
  return [...votes].sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]))[0]?.[0] ?? 0;
}

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

function cutSections(score: Score, prints: readonly Fingerprint[]): readonly Section[] {
  const isLeadIn = metreOffset(score.measures, 0) > 0 && score.measures.length > 1;
  const first = isLeadIn ? 1 : 0;
  const count = score.measures.length - first;
  if (count <= 0) return [{ id: 's0', name: 'A', from: 0, to: Math.max(0, score.measures.length - 1) }];
  // Running costs along each diagonal: what measures `offset` back say about those from the start to here.
  const plain: Float64Array[] = [];
  for (let offset = 1; offset < count; offset += 1) {
    const sums = new Float64Array(count + 1);
    for (let index = 0; index < count; index += 1)
      sums[index + 1] =
        sums[index]! +
        (index < offset
          ? COSTS.different
          : costOf(likenessAny(prints[first + index - offset]!, prints[first + index]!)));
    plain.push(sums);
  }
  const marks = markCosts(score, first, count);
  const best = Array<number>(count + 1).fill(Infinity);
  const start = Array<number>(count + 1).fill(0);
  const source = Array<number>(count + 1).fill(-1);
  best[0] = 0;
  for (let end = 1; end <= count; end += 1) {
    for (let from = Math.max(0, end - LONGEST_SECTION); from < end; from += 1) {
      const length = end - from;
      const shape = lengthCost(length, count) + marks(from, end);
      let cost = COSTS.newSection + COSTS.newMeasure * length;
      let copied = -1;
      for (let offset = length; offset <= from; offset += 1) {
        const sums = plain[offset - 1]!;
        const copy = COSTS.repeatSection + sums[end]! - sums[from]!;
        if (copy < cost) {
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
  const cuts: { from: number; to: number; source: number }[] = [];
  for (let end = count; end > 0; end = start[end]!)
    cuts.unshift({ from: start[end]!, to: end, source: source[end]! });
  return splitLikeSources(cuts).map(({ from, to }, index) => ({
    id: `s${index === 0 ? 0 : from + first}`,
    name: '',
    from: index === 0 ? 0 : from + first,
    to: to - 1 + first,
  }));
}

/** Likeness when the shift between the sections is not known yet. */
function likenessAny(a: Fingerprint, b: Fingerprint): Likeness {
  const shift = a.keys.length > 0 && b.keys.length > 0 ? b.keys[0]! - a.keys[0]! : 0;
  return likeness(a, b, a.contour === b.contour ? shift : 0);
}

function lengthCost(length: number, count: number): number {
  const isOdd = length % 4 === 0 ? 0 : length % 2 === 0 ? COSTS.oddLength / 2 : COSTS.oddLength;
  const isShort = length < 4 ? COSTS.veryShort : 0;
  const isPhrase = count >= LONG_PIECE && length < 8 ? COSTS.shortInLongPiece : 0;
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

/** Labels sections by what they repeat, and says in which measures a repeat differs. */
function describe(
  score: Score,
  prints: readonly Fingerprint[],
  open: readonly Fingerprint[],
  bounds: readonly Section[],
  areNamesFree: boolean,
): readonly FormSection[] {
  const described: FormSection[] = [];
  const letters: { section: FormSection; letter: string; variants: string[] }[] = [];
  for (const section of bounds) {
    const body = bodyOf(score, section);
    let match: {
      letter: (typeof letters)[number];
      differences: FormSection['differences'];
      shift: number;
      cost: number;
    } | null = null;
    for (const letter of letters) {
      const origin = bodyOf(score, letter.section);
      const length = Math.max(origin.length, body.length);
      const shared = Math.min(origin.length, body.length);
      if (shared === 0 || shared < 0.6 * length) continue;
      const shift = shiftBetween(prints, origin.from, body.from, shared);
      const kinds = Array.from({ length: shared }, (_, index) => {
        const isLast = index === shared - 1;
        const own = isLast ? open : prints;
        return likeness(own[origin.from + index]!, own[body.from + index]!, shift);
      });
      const alike = kinds.filter((kind) => kind === 'identical' || kind === 'transposed').length;
      if (alike < 0.5 * length) continue;
      const differences = kinds.flatMap((kind, index) =>
        kind === 'identical' || kind === 'transposed'
          ? []
          : [{ measure: body.from + index, from: origin.from + index, likeness: kind }],
      );
      const extra = Array.from({ length: Math.max(0, body.length - shared) }, (_, index) => ({
        measure: body.from + shared + index,
        from: origin.from + shared - 1,
        likeness: 'different' as const,
      }));
      const cost = length - alike;
      if (!match || cost < match.cost)
        match = { letter, differences: [...differences, ...extra], shift, cost };
    }
    const isCut = match !== null && bodyOf(score, match.letter.section).length > body.length;
    const letter = match?.letter.letter ?? String.fromCharCode(65 + (letters.length % 26));
    const variant = match ? variantKey(match.differences, body.from, match.shift, isCut) : '';
    const variants = match?.letter.variants ?? [''];
    if (!variants.includes(variant)) variants.push(variant);
    const label = letter + '′'.repeat(variants.indexOf(variant));
    const made: FormSection = {
      ...section,
      name: areNamesFree ? label : section.name,
      label,
      repeats: match?.letter.section.id ?? null,
      transposedBy: match?.shift ?? 0,
      differences: match?.differences ?? [],
      pickupQuarters: pickupOf(score, prints, bounds, section),
    };
    if (!match) letters.push({ section: made, letter, variants });
    described.push(made);
  }
  return areNamesFree ? withUniqueNames(described) : described;
}

/** The section's full measures, without the pickup of the piece. */
function bodyOf(score: Score, section: Section): { from: number; length: number } {
  const isLeadIn = section.from === 0 && metreOffset(score.measures, 0) > 0 && section.to > 0;
  const from = isLeadIn ? 1 : section.from;
  return { from, length: section.to - from + 1 };
}

/** Two repeats that differ from the first in the same way are the same variant. */
function variantKey(
  differences: FormSection['differences'],
  from: number,
  shift: number,
  isCut: boolean,
): string {
  const where = differences.map((each) => `${each.measure - from}${each.likeness[0]}`).join();
  return where === '' && mod(shift, 12) === 0 && !isCut ? '' : `${where}/${mod(shift, 12)}/${isCut}`;
}

function withUniqueNames(sections: readonly FormSection[]): readonly FormSection[] {
  const seen = new Map<string, number>();
  return sections.map((section) => {
    const times = (seen.get(section.label) ?? 0) + 1;
    seen.set(section.label, times);
    return times === 1 ? section : { ...section, name: `${section.label} ${times}` };
  });
}

/** A later section opens with a pickup when the measure before it ends as the piece's pickup did. */
function pickupOf(
  score: Score,
  prints: readonly Fingerprint[],
  bounds: readonly Section[],
  section: Section,
): number {
  const opening = score.measures[0]!;
  const isLeadIn = metreOffset(score.measures, 0) > 0 && score.measures.length > 1;
  if (!isLeadIn) return 0;
  if (section === bounds[0]) return opening.length / 10_080;
  const before = score.measures[section.from - 1];
  if (!before) return 0;
  const tail = before.length - opening.length;
  const lead = prints[0]!.rhythm;
  const end = prints[section.from - 1]!.rhythm.split(',')
    .filter((each) => each !== '' && Number(each.split('+')[0]) >= tail)
    .map((each) => {
      const [at, duration] = each.split('+').map(Number) as [number, number];
      return `${at - tail}+${duration}`;
    })
    .join();
  return lead !== '' && lead === end ? opening.length / 10_080 : 0;
}

function patternOf(
  sections: readonly FormSection[],
  order: readonly { measure: number }[],
): readonly string[] {
  const pattern: string[] = [];
  let current: FormSection | undefined;
  let before = -1;
  for (const { measure } of order) {
    const section = sections.find((each) => each.from <= measure && each.to >= measure);
    const isJumpBack = measure <= before;
    if (section && (section !== current || isJumpBack)) pattern.push(section.label);
    current = section;
    before = measure;
  }
  return pattern;
}

function worthOf(
  sections: readonly FormSection[],
  order: readonly { measure: number }[],
): FormFinding['worth'] {
  const letters = [...new Set(sections.map((section) => section.label[0]!))];
  return letters.map((letter) => {
    const own = sections.filter((section) => section.label.startsWith(letter));
    const origin = own[0]!;
    const learned = origin.to - origin.from + 1;
    const odd = new Set(own.flatMap((section) => section.differences.map((each) => each.measure)));
    const played = order.filter(({ measure }) =>
      own.some((section) => section.from <= measure && section.to >= measure && !odd.has(measure)),
    ).length;
    return { label: letter, learned, played, total: order.length };
  });
}
