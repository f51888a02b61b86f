import type { Material, MeasureMaterial, StaffMusic } from '../analyse/material';
import { chordName } from '../pitch/chord';
import { idInItsMeasure } from '../score/ids';
import type { Note, Tuplet } from '../score/model';
import type { ChordSpan } from '../voicing/chord-spans';
import type { ChordDemand } from './chord-sounds';

const sourceNames = new WeakMap<StaffMusic, string>();
const madeNames = new WeakMap<readonly Note[], string>();

/** All that a measure of the source says to an arranger, counted from its start; words and fingers say nothing to it. O(notes). */
export function nameOfSource(material: Material, own: MeasureMaterial): string {
  const known = sourceNames.get(own.upper);
  if (known) return known;
  const { measure, offset, isPhraseEnd } = own;
  const name = JSON.stringify([
    [measure.length, measure.time, measure.key, offset, isPhraseEnd],
    [own.tune, own.upper, own.lower].map(({ notes, rests }) => [
      notesFrom(notes, measure.start, (note) => [
        material.heldFrom.get(note.id) ?? null,
        material.tuneIds.has(note.id),
      ]),
      rests.map(({ at, tuplet, duration, voice, isWholeMeasure }) => [
        at - measure.start,
        tuplet && [tuplet.actual, tuplet.normal],
        [duration, voice, isWholeMeasure],
      ]),
    ]),
  ]);
  sourceNames.set(own.upper, name);
  return name;
}

/** What a texture has in a measure, counted from its start. */
export function nameOfMade(notes: readonly Note[], { measure }: MeasureMaterial): string {
  const known = madeNames.get(notes);
  if (known) return known;
  const name = JSON.stringify(notesFrom(notes, measure.start, () => null));
  madeNames.set(notes, name);
  return name;
}

/** The chords of a measure, where their symbols stand, and what they ask for. */
export function nameOfChords(
  spans: readonly ChordSpan[],
  demands: readonly ChordDemand[],
  symbolsAt: ReadonlySet<number>,
  { measure }: MeasureMaterial,
): string {
  return JSON.stringify([
    spans.map(({ at, chord }) => [at - measure.start, symbolsAt.has(at), chord && chordName(chord)]),
    demands.map(({ at, end, ...asked }) => [at - measure.start, end - measure.start, asked]),
  ]);
}

function notesFrom(notes: readonly Note[], start: number, more: (note: Note) => unknown): readonly unknown[] {
  const places = new Map(notes.map((note, index) => [note.id, index]));
  const tuplets: Tuplet[] = [];
  const orderOf = (tuplet: Tuplet) => {
    if (!tuplets.some((each) => each.id === tuplet.id)) tuplets.push(tuplet);
    return tuplets.findIndex((each) => each.id === tuplet.id);
  };
  return notes.map((note) => {
    const { id, at, tieTo, tuplet, pitch, duration, voice, staff, grace, articulations, fingerThen } = note;
    return [
      idInItsMeasure(id),
      at - start,
      tieTo && (places.get(tieTo) ?? 'on'),
      tuplet && [orderOf(tuplet), tuplet.actual, tuplet.normal],
      [pitch.step, pitch.alter, pitch.octave, duration, voice, staff, grace, articulations, fingerThen],
      more(note),
    ];
  });
}
