import { mod } from '../pitch/pitch';
import type { Note, Score, Section } from '../score/model';
import { metreOffset } from '../score/time';
import { playedOrder } from '../score/unfold';
import { cutSections } from './cut-sections';
import {
  fingerprints,
  likeness,
  openPrints,
  shiftBetween,
  type Fingerprint,
  type Likeness,
} from './likeness';
import { sectionKind } from './twins';
import { findInnerRepeats, type InnerRepeat } from './inner-repeats';
import { markedSections } from './sections';

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
  /** What comes again inside it. */
  readonly inner: readonly InnerRepeat[];
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
      // Scales and other common turns are like each other at some height; a moved repeat must be alike nearly throughout.
      // What has another name and begins otherwise is another section, though it may end as the first does.
      const isNamedApart = !areNamesFree && sectionKind(letter.section.name) !== sectionKind(section.name);
      const beginsAlike = kinds[0] === 'identical' || kinds[0] === 'transposed';
      const isLoose = shift === 0 && (beginsAlike || !isNamedApart);
      if (alike < (isLoose ? 0.5 : 0.75) * length) continue;
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
      inner: findInnerRepeats(open, body),
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
