import { chordName, PLAIN, spellChord, type NamedChord, type Quality } from '../pitch/chord';
import { type Key, tonicOf } from '../pitch/key';
import { fifthsOf, midiOf, mod, pitchClassOf, spellingFromFifths, type Spelling } from '../pitch/pitch';
import { spellClassInKey } from '../pitch/spell';
import type { ChordSymbol, Note, Score } from '../score/model';
import { beatsOf, metreOffset } from '../score/time';
import { ticks, type Ticks } from '../units';

/** Kinds a chord is named as from notes alone, the plainer first: an earlier one wins a tie. */
const QUALITIES: readonly { readonly quality: Quality; readonly cost: number }[] = [
  { quality: PLAIN, cost: 0 },
  { quality: { ...PLAIN, triad: 'minor' }, cost: 0 },
  { quality: { ...PLAIN, seventh: 'minor' }, cost: 12 },
  { quality: { ...PLAIN, triad: 'minor', seventh: 'minor' }, cost: 20 },
  { quality: { ...PLAIN, seventh: 'major' }, cost: 24 },
  { quality: { ...PLAIN, triad: 'diminished' }, cost: 22 },
  { quality: { ...PLAIN, triad: 'diminished', seventh: 'diminished' }, cost: 26 },
  { quality: { ...PLAIN, triad: 'diminished', seventh: 'minor' }, cost: 30 },
  { quality: { ...PLAIN, triad: 'augmented' }, cost: 50 },
  { quality: { ...PLAIN, triad: 'sus4' }, cost: 44 },
];

/** Costs in hundredths of the sounding weight of a beat. */
const COSTS = {
  foreignNote: 100,
  missingThird: 18,
  missingFifth: 6,
  missingSeventh: 30,
  bassNotRoot: 14,
  bassOutside: 40,
  changeOnWeakBeat: 70,
  changeOnDownbeat: 34,
  outsideKey: 12,
  otherName: 34,
  /** Share of a price that is left when the note was heard in another beat of the measure. */
  heardElsewhere: 0.6,
} as const;

interface Span {
  readonly measure: number;
  readonly at: Ticks;
  readonly isDownbeat: boolean;
  /** Sounding weight of each pitch class, hundredths of the whole. */
  readonly weights: readonly number[];
  readonly totalWeight: number;
  /** Pitch class of the lowest note; −1 in silence. */
  readonly bassClass: number;
  readonly bass: Note | null;
  readonly notes: readonly Note[];
  /** Place on the line of fifths of the name that each pitch class bears; null where none sounds. */
  readonly names: readonly (number | null)[];
  /** What sounds in the same half of the measure, and its first lowest note: broken chords give their notes one by one. */
  readonly heard: ReadonlySet<number>;
  readonly firstBass: number | null;
}

interface Candidate {
  readonly rootClass: number;
  readonly quality: Quality;
  readonly tones: ReadonlySet<number>;
  readonly tonesInOrder: readonly number[];
  /** Fifths from the root to each further tone: how the chord is spelled, whatever its root is called. */
  readonly spelling: readonly { readonly pitchClass: number; readonly fifths: number }[];
  readonly cost: number;
}

const CANDIDATES: readonly Candidate[] = Array.from({ length: 12 }, (_, rootClass) =>
  QUALITIES.map(({ quality, cost }) => {
    const spelled = spellChord({
      kind: 'chord',
      root: spellingFromFifths(mod(rootClass * 7 + 1, 12) - 1),
      quality,
      bass: null,
    });
    const root = fifthsOf(spelled[0]!);
    return {
      rootClass,
      quality,
      cost,
      tones: new Set(spelled.map(pitchClassOf)),
      tonesInOrder: spelled.map(pitchClassOf),
      spelling: spelled.slice(1).map((tone) => ({
        pitchClass: pitchClassOf(tone),
        fifths: fifthsOf(tone) - root,
      })),
    };
  }),
).flat();

/**
 * Names the harmony of a piece from its notes, one chord a beat or slower, by dynamic programming over all beats
 * (after Pardo & Birmingham 2002: a chord explains a segment by the notes it holds, less those it lacks or cannot
 * hold). Changing costs more on weak beats, so passing notes do not make chords. O(beats × candidates).
 */
export function nameChords(score: Score, key: Key): readonly NamedSpan[] {
  if (score.notes.length === 0) return [];
  const spans = spansOf(score);
  const scale = new Set(scaleClasses(key));
  const outsideKey = CANDIDATES.map(
    ({ tonesInOrder }) => COSTS.outsideKey * tonesInOrder.filter((tone) => !scale.has(tone)).length,
  );
  const local = spans.map((span) =>
    CANDIDATES.map((candidate, index) => localCost(span, candidate, outsideKey[index]!)),
  );
  let totals = local[0]?.slice() ?? [];
  const backs: Int16Array[] = [];
  for (let index = 1; index < spans.length; index += 1) {
    const change = spans[index]!.isDownbeat ? COSTS.changeOnDownbeat : COSTS.changeOnWeakBeat;
    let cheapest = 0;
    for (let c = 1; c < totals.length; c += 1) if (totals[c]! < totals[cheapest]!) cheapest = c;
    const back = new Int16Array(totals.length);
    const next = totals.map((stay, candidate) => {
      const isChange = totals[cheapest]! + change < stay;
      back[candidate] = isChange ? cheapest : candidate;
      return (isChange ? totals[cheapest]! + change : stay) + local[index]![candidate]!;
    });
    backs.push(back);
    totals = next;
  }
  let state = totals.reduce((best, total, candidate) => (total < totals[best]! ? candidate : best), 0);
  const path = [state];
  for (const back of backs.toReversed()) path.unshift((state = back[state]!));
  return joinSpans(spans, path, key);
}

function spansOf(score: Score): readonly Span[] {
  const notes = score.notes.filter((note) => !note.grace);
  const spans: Span[] = [];
  let first = 0;
  for (const measure of score.measures) {
    const offset = metreOffset(score.measures, measure.index);
    const beats = beatsOf(measure.time).filter(
      (beat) => beat.at + beat.length > offset && beat.at < offset + measure.length,
    );
    const inMeasure: Omit<Span, 'heard' | 'firstBass'>[] = [];
    for (const beat of beats) {
      const at = Math.max(measure.start, measure.start + beat.at - offset);
      const end = Math.min(measure.start + measure.length, measure.start + beat.at - offset + beat.length);
      while (first < notes.length && notes[first]!.at + 4 * 40_320 < at) first += 1;
      const sounding: Note[] = [];
      for (let n = first; n < notes.length && notes[n]!.at < end; n += 1) {
        if (notes[n]!.at + notes[n]!.duration > at) sounding.push(notes[n]!);
      }
      inMeasure.push({
        measure: measure.index,
        at: ticks(at),
        isDownbeat: beat.at === 0,
        ...weigh(sounding, at, end),
      });
    }
    // Four beats go in halves, as chords often change in the middle; other measures are looked at whole.
    const size = inMeasure.length === 4 ? 2 : inMeasure.length;
    for (let from = 0; from < inMeasure.length; from += size) {
      const group = inMeasure.slice(from, from + size);
      const heard = new Set(group.flatMap((span) => span.notes.map((note) => pitchClassOf(note.pitch))));
      const firstBass = group[0]?.bass ? pitchClassOf(group[0].bass.pitch) : null;
      spans.push(...group.map((span) => ({ ...span, heard, firstBass })));
    }
  }
  return spans;
}

function weigh(
  sounding: readonly Note[],
  at: number,
  end: number,
): Pick<Span, 'weights' | 'totalWeight' | 'bass' | 'bassClass' | 'notes' | 'names'> {
  const weights = Array<number>(12).fill(0);
  const names = Array<number | null>(12).fill(null);
  let total = 0;
  for (const note of sounding) {
    names[pitchClassOf(note.pitch)] ??= fifthsOf(note.pitch);
    const overlap = Math.min(end, note.at + note.duration) - Math.max(at, note.at);
    // What sounds on the beat counts more than what passes after it.
    const weight = overlap * (note.at <= at ? 3 : 2);
    weights[pitchClassOf(note.pitch)]! += weight;
    total += weight;
  }
  const bass = sounding.reduce<Note | null>(
    (low, note) => (!low || midiOf(note.pitch) < midiOf(low.pitch) ? note : low),
    null,
  );
  const shares = weights.map((weight) => (total === 0 ? 0 : Math.round((100 * weight) / total)));
  return {
    weights: shares,
    totalWeight: shares.reduce((sum, share) => sum + share, 0),
    bassClass: bass ? pitchClassOf(bass.pitch) : -1,
    bass,
    notes: sounding,
    names,
  };
}

/** Prices of what a chord lacks: its root, third, fifth and seventh, in the order of its tones. */
const MISSING = [COSTS.missingThird, COSTS.missingThird, COSTS.missingFifth, COSTS.missingSeventh] as const;

/**
 * What it costs to hear a candidate in a span. Called for every candidate of every beat, so it goes by plain loops; only
 * `outsideKey`, the same for all beats, is worked out beforehand.
 */
function localCost(span: Span, candidate: Candidate, outsideKey: number): number {
  if (!span.bass) return 0;
  const { weights, names, heard } = span;
  const { tonesInOrder, rootClass } = candidate;
  let inside = 0;
  let cost = candidate.cost + outsideKey;
  for (let index = 0; index < tonesInOrder.length; index += 1) {
    const tone = tonesInOrder[index]!;
    inside += weights[tone]!;
    // A note that sounds elsewhere in the measure is hardly missed.
    if (weights[tone] === 0) cost += MISSING[index]! * (heard.has(tone) ? COSTS.heardElsewhere : 1);
  }
  cost += (COSTS.foreignNote * (span.totalWeight - inside)) / 100;
  if (span.bassClass !== rootClass) {
    const price = tonesInOrder.includes(span.bassClass) ? COSTS.bassNotRoot : COSTS.bassOutside;
    cost += price * (span.firstBass === rootClass ? COSTS.heardElsewhere : 1);
  }
  const rootName = names[rootClass];
  if (rootName !== null && rootName !== undefined) {
    for (const { pitchClass, fifths } of candidate.spelling) {
      const name = names[pitchClass];
      if (name !== null && name !== rootName + fifths) {
        cost += COSTS.otherName;
        break;
      }
    }
  }
  return Math.round(cost);
}

/** The scale's classes; in minor the raised sixth and seventh belong too. */
function scaleClasses(key: Key): readonly number[] {
  const tonic = pitchClassOf(tonicOf(key));
  const steps = key.mode === 'major' ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 9, 10, 11];
  return steps.map((step) => mod(tonic + step, 12));
}

function joinSpans(spans: readonly Span[], path: readonly number[], key: Key): readonly NamedSpan[] {
  const found: NamedSpan[] = [];
  let before: number | null = null;
  let hasSounded = false;
  for (const [index, span] of spans.entries()) {
    const state = path[index]!;
    hasSounded ||= span.bass !== null;
    if (state === before || !hasSounded) continue;
    before = state;
    let end = index + 1;
    while (end < spans.length && path[end] === state) end += 1;
    const region = spans.slice(index, end);
    const { rootClass } = CANDIDATES[state]!;
    const root = spellRoot(
      rootClass,
      region.flatMap((each) => each.notes),
      key,
    );
    const quality = qualityAfter(found.at(-1), state, region);
    const chord: NamedChord = { kind: 'chord', root, quality, bass: null };
    const bass = bassOfRegion(region, chord);
    const named: NamedChord = { ...chord, bass };
    const last = found.at(-1);
    if (last && chordName(named) === chordName(last.symbol.chord)) continue;
    found.push({
      symbol: { id: `h${span.measure}t${span.at}`, measure: span.measure, at: span.at, chord: named },
      hasThird: hasThird(region, state) || (last !== undefined && quality !== CANDIDATES[state]!.quality),
    });
  }
  return found;
}

/** A chord named from the notes, and whether its third was heard. */
export interface NamedSpan {
  readonly symbol: ChordSymbol;
  readonly hasThird: boolean;
}

function hasThird(region: readonly Span[], state: number): boolean {
  const third = [...CANDIDATES[state]!.tones][1];
  return third !== undefined && region.some((span) => span.weights[third]! > 0);
}

/** An inversion is named when a chord tone that is not the root is the lowest note, first and throughout. */
function bassOfRegion(region: readonly Span[], chord: NamedChord): Spelling | null {
  const first = region[0]!.bass;
  if (!first || pitchClassOf(first.pitch) === pitchClassOf(chord.root)) return null;
  const place = spellChord(chord).findIndex((tone) => pitchClassOf(tone) === pitchClassOf(first.pitch));
  const stays = region.every(
    (span) => span.bass && pitchClassOf(span.bass.pitch) === pitchClassOf(first.pitch),
  );
  // A seventh in the bass is mostly on its way somewhere; it is named when it stays.
  const isTone = place === 1 || place === 2 || (place === 3 && stays);
  const lowest = Math.min(...region.map((span) => (span.bass ? midiOf(span.bass.pitch) : Infinity)));
  if (!isTone || midiOf(first.pitch) > lowest) return null;
  return { step: first.pitch.step, alter: first.pitch.alter };
}

/** Where a chord goes on over the same root and its third is silent now, the third heard before still holds. */
function qualityAfter(before: NamedSpan | undefined, state: number, region: readonly Span[]): Quality {
  const { rootClass, quality } = CANDIDATES[state]!;
  const chord = before?.symbol.chord;
  if (chord?.kind !== 'chord' || pitchClassOf(chord.root) !== rootClass || hasThird(region, state))
    return quality;
  return { ...quality, triad: chord.quality.triad };
}

/** The root as the notes spell it; when no note shows it, the name nearest the key on the line of fifths. */
function spellRoot(rootClass: number, notes: readonly Note[], key: Key): Spelling {
  const heard = notes.find((note) => pitchClassOf(note.pitch) === rootClass);
  return heard ? { step: heard.pitch.step, alter: heard.pitch.alter } : spellClassInKey(rootClass, key);
}
