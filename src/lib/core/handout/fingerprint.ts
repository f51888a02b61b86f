import type { Measure, Note, Score } from '../score/model';
import { plainText } from '../score/same-record';
import type { Edition } from './edition';

/**
 * What tells one printed edition from another: two have the same fingerprint when, and only when, the paper would be the
 * same. Ids of notes, revisions and who worked it out do not count. 28 hexadecimal digits. O(what is printed).
 */
export function fingerprintOf({ score, counts, sections, key, recipe, notes }: Edition): string {
  return digest([
    [score.title, score.composer, score.lyricist, score.rights],
    score.parts,
    score.measures,
    printedNotes(score.notes),
    score.rests,
    score.chords.map(({ measure, at, chord }) => [measure, at, chord]),
    score.clefs,
    printedSlurs(score),
    score.marks,
    score.words,
    recipe.counts === 'shown' ? counts : [],
    recipe.chordSymbols,
    sections.map(({ name, from, to }) => [name, from, to]),
    key,
    notes,
  ]);
}

/** A section as it was handed out, with what tells whether its music and fingers are the same as in another edition. */
export interface SectionPrint {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly to: number;
  /** Printed numbers of its first and last measure. */
  readonly firstNumber: string;
  readonly lastNumber: string;
  readonly print: string;
}

/** The sections of an edition. What counts is what a learner plays: notes, lengths, hands, fingers, touch; not where it stands. */
export function sectionPrints({
  score,
  sections,
}: Pick<Edition, 'score' | 'sections'>): readonly SectionPrint[] {
  const numberOf = (index: number) => score.measures[index]?.number || String(index + 1);
  return sections.map(({ id, name, from, to }) => {
    const measures = score.measures.slice(from, to + 1);
    const start = measures[0]?.start ?? 0;
    const notes = score.notes.filter((note) => note.measure >= from && note.measure <= to);
    return {
      id,
      name,
      from,
      to,
      firstNumber: numberOf(from),
      lastNumber: numberOf(to),
      print: digest([measures.map(frameOf), printedNotes(notes, start, from)]),
    };
  });
}

function frameOf({ length, time, key }: Measure) {
  return [length, time.beats, time.beatType, key.fifths];
}

function printedNotes(notes: readonly Note[], start = 0, from = 0) {
  return notes.map((note) => [
    note.staff,
    note.voice,
    note.measure - from,
    note.at - start,
    note.duration,
    note.pitch,
    note.tieTo !== null,
    note.grace,
    note.tuplet && [note.tuplet.actual, note.tuplet.normal],
    note.articulations,
    note.finger,
    note.fingerThen ?? null,
    note.lyrics,
  ]);
}

function printedSlurs({ notes, slurs }: Score) {
  const place = new Map(notes.map((note, index) => [note.id, index]));
  return slurs.map(({ from, to }) => [place.get(from) ?? -1, place.get(to) ?? -1]);
}

const SEEDS = [0, 0x9e3779b9] as const;

function digest(printed: unknown): string {
  const text = plainText(printed);
  return SEEDS.map((seed) => hash53(text, seed).toString(16).padStart(14, '0')).join('');
}

/** A 53-bit hash of a text (multiply and xorshift, after MurmurHash3's finaliser); to tell texts apart, not to keep secrets. */
function hash53(text: string, seed: number): number {
  let high = 0xdeadbeef ^ seed;
  let low = 0x41c6ce57 ^ seed;
  for (let index = 0; index < text.length; index += 1) {
    const code = text.charCodeAt(index);
    high = Math.imul(high ^ code, 2_654_435_761);
    low = Math.imul(low ^ code, 1_597_334_677);
  }
  high = Math.imul(high ^ (high >>> 16), 2_246_822_507) ^ Math.imul(low ^ (low >>> 13), 3_266_489_909);
  low = Math.imul(low ^ (low >>> 16), 2_246_822_507) ^ Math.imul(high ^ (high >>> 13), 3_266_489_909);
  return 4_294_967_296 * (2_097_151 & low) + (high >>> 0);
}
