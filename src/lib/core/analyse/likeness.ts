import { chordName } from '../pitch/chord';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { Note, Score } from '../score/model';
import { metreLength, metreOffset } from '../score/time';

/** How two measures compare, strongest first. */
export type Likeness = 'identical' | 'transposed' | 'same-rhythm' | 'same-harmony' | 'different';

/** What is compared of a measure. */
export interface Fingerprint {
  readonly rhythm: string;
  readonly contour: string;
  readonly keys: readonly number[];
  /** Letter steps, for repeats that move within the key. */
  readonly letters: readonly number[];
  readonly pitches: string;
  readonly full: string;
  readonly harmony: string;
}

/** Fingerprints of all measures, by the tune and by everything that sounds. */
export function fingerprints(score: Score, tune: readonly Note[]): readonly Fingerprint[] {
  const line: Note[][] = score.measures.map(() => []);
  const all: Note[][] = score.measures.map(() => []);
  for (const note of tune) line[note.measure]?.push(note);
  for (const note of score.notes) all[note.measure]?.push(note);
  return score.measures.map((measure, index) => {
    const notes = line[index]!;
    const keys = notes.map((note) => midiOf(note.pitch));
    const letters = notes.map((note) => diatonicIndex(note.pitch));
    const place = (note: Note) => note.at - measure.start;
    const symbols = score.chords.filter((symbol) => symbol.measure === index);
    const before = score.chords.findLast((symbol) => symbol.at < measure.start);
    const chords = symbols.map((symbol) => `${symbol.at - measure.start} ${chordName(symbol.chord)}`);
    const opens = symbols[0]?.at === measure.start || !before ? [] : [`0 ${chordName(before.chord)}`];
    return {
      rhythm: notes.map((note) => `${place(note)}+${note.duration}`).join(),
      contour: letters
        .slice(1)
        .map((letter, at) => letter - letters[at]!)
        .join(),
      keys,
      letters,
      pitches: notes.map((note) => `${place(note)}+${note.duration}:${midiOf(note.pitch)}`).join(),
      full: all[index]!.map((note) => `${place(note)}+${note.duration}:${midiOf(note.pitch)}`)
        .sort()
        .join(),
      harmony: [...opens, ...chords].join(),
    };
  });
}

/** Measures without what leads into the next section, so that a phrase is known again whatever follows it. */
export function openPrints(score: Score, tune: readonly Note[]): readonly Fingerprint[] {
  const isLeadIn = metreOffset(score.measures, 0) > 0 && score.measures.length > 1;
  const leadIn = isLeadIn ? score.measures[0]!.length : 0;
  const isKept = (note: Note) => {
    const measure = score.measures[note.measure]!;
    return note.at - measure.start < metreLength(measure.time) - leadIn;
  };
  return fingerprints({ ...score, notes: score.notes.filter(isKept) }, tune.filter(isKept));
}

/** How one measure compares with another that stands `shift` semitones away. */
export function likeness(a: Fingerprint, b: Fingerprint, shift: number): Likeness {
  const isChartAlike = a.keys.length === 0 && b.keys.length === 0 && a.full === b.full;
  if (a.pitches === b.pitches && (!isChartAlike || a.harmony === b.harmony) && shift === 0)
    return 'identical';
  const isShifted =
    a.rhythm === b.rhythm &&
    a.keys.length > 0 &&
    a.keys.every((key, index) => b.keys[index]! - key === shift);
  if (isShifted) return shift === 0 ? 'identical' : 'transposed';
  if (isMovedWithinKey(a, b, shift)) return 'transposed';
  if (a.keys.length > 0 && a.rhythm === b.rhythm) return 'same-rhythm';
  if (a.harmony !== '' && a.harmony === b.harmony) return 'same-harmony';
  return 'different';
}

/** A sequence within the key moves by letters: some steps of it are whole tones where others are half. */
function isMovedWithinKey(a: Fingerprint, b: Fingerprint, shift: number): boolean {
  if (a.letters.length === 0 || a.rhythm !== b.rhythm || shift === 0) return false;
  const letters = b.letters[0]! - a.letters[0]!;
  const isNear = Math.abs(b.keys[0]! - a.keys[0]! - shift) <= 1;
  return (
    letters !== 0 && isNear && a.letters.every((letter, index) => b.letters[index]! - letter === letters)
  );
}

/** The shift that makes most measures of two runs alike: their first notes tell. */
export function shiftBetween(
  prints: readonly Fingerprint[],
  from: number,
  to: number,
  length: number,
): number {
  const votes = new Map<number, number>();
  for (let index = 0; index < length; index += 1) {
    const [a, b] = [prints[from + index]!, prints[to + index]!];
    if (a.keys.length === 0 || a.rhythm !== b.rhythm || a.contour !== b.contour) continue;
    const shift = b.keys[0]! - a.keys[0]!;
    votes.set(shift, (votes.get(shift) ?? 0) + 1);
  }
  return [...votes].sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]))[0]?.[0] ?? 0;
}
