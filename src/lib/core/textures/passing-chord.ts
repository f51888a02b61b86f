import type { Material } from '../analyse/material';
import { isOverAnother, PLAIN, spellChord, type NamedChord } from '../pitch/chord';
import { midiOf, mod, pitchClassOf, type Pitch, type Spelling } from '../pitch/pitch';
import { generatedNoteId } from '../score/ids';
import type { ChordSymbol, Note } from '../score/model';
import { beatsOf } from '../score/time';
import { ticks } from '../units';
import { isMade } from './made';

export interface PassingChord {
  /** Notes of the measure that give way, and what stands in their place. */
  readonly before: readonly Note[];
  readonly after: readonly Note[];
  readonly symbol: ChordSymbol;
}

/**
 * A diminished seventh in the last beat of a measure, on the half tone between its chord and one a whole step away that opens
 * the next measure: C C♯° Dm, Dm D♭° C. Each hand that was made from the chord moves to its nearest notes. Null where the
 * chords do not lie so, the bass is another note's, or the tune has a note there that is none of the chord's.
 */
export function passingChord(material: Material, index: number, own: readonly Note[]): PassingChord | null {
  const { measure } = material.measures[index]!;
  const end = measure.start + measure.length;
  const [from, to] = [material.chordAt(end - 1), material.chordAt(end)];
  const beat = beatsOf(measure.time).at(-1)!.length;
  const at = end - beat;
  if (from?.kind !== 'chord' || to?.kind !== 'chord' || measure.length < 2 * beat) return null;
  if (isOverAnother(from) || isOverAnother(to) || material.chordAt(at) !== from) return null;
  if (material.score.chords.some((symbol) => symbol.at > at && symbol.at < end)) return null;
  const chord = diminishedBetween(from, to);
  if (!chord) return null;
  const tones = spellChord(chord);
  const sounding = own.filter((note) => note.at + note.duration > at && !note.grace);
  // What stands under a tune stays with it.
  const bearsTune = sounding.some((note) => note.staff === 0 && !isMade(note));
  const moved = sounding.filter((note) => isMade(note) && !(note.staff === 0 && bearsTune));
  const tune = material.measures[index]!.tune.notes.filter((note) => note.at + note.duration > at);
  const given = [...sounding.filter((note) => !moved.includes(note)), ...tune];
  const isClash = given.some(
    (note) => !tones.some((tone) => pitchClassOf(tone) === pitchClassOf(note.pitch)),
  );
  if (isClash || !moved.some((note) => note.staff === 1)) return null;
  const after = [0, 1].flatMap((staff) => {
    const hand = moved.filter((note) => note.staff === staff);
    return [...hand.flatMap((note) => cutAt(note, at)), ...placed(hand, chord, at, beat, measure)];
  });
  return { before: moved, after, symbol: { id: `passing${index}`, measure: index, at: ticks(at), chord } };
}

/** On the root raised where the next chord lies a whole step above, lowered where it lies a whole step below. */
function diminishedBetween(from: NamedChord, to: NamedChord): NamedChord | null {
  const step = mod(pitchClassOf(to.root) - pitchClassOf(from.root), 12);
  if (step !== 2 && step !== 10) return null;
  const root: Spelling = { ...from.root, alter: from.root.alter + (step === 2 ? 1 : -1) };
  const quality = { ...PLAIN, triad: 'diminished', seventh: 'diminished' } as const;
  return Math.abs(root.alter) <= 1 ? { kind: 'chord', root, quality, bass: null } : null;
}

function cutAt(note: Note, at: number): readonly Note[] {
  return note.at < at ? [{ ...note, duration: ticks(at - note.at) }] : [];
}

/** The lowest note of the left hand takes the root; every other the nearest tone that is still free. */
function placed(
  hand: readonly Note[],
  chord: NamedChord,
  at: number,
  beat: number,
  measure: { readonly index: number; readonly start: number },
): readonly Note[] {
  const last = Math.max(...hand.map((note) => note.at));
  const struck = hand.filter((note) => note.at === last).sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
  const tones = spellChord(chord);
  const taken = new Set<number>();
  return struck.map((note, order): Note => {
    const free = order === 0 && note.staff === 1 ? [chord.root] : tones;
    const pitch = nearest(free, note.pitch, taken);
    taken.add(midiOf(pitch));
    const side = note.staff === 1 ? 'left' : 'right';
    return {
      ...note,
      id: generatedNoteId(measure.index, side, at - measure.start, `passing${order}`),
      at: ticks(at),
      duration: ticks(beat),
      pitch,
      tuplet: null,
    };
  });
}

function nearest(tones: readonly Spelling[], to: Pitch, taken: ReadonlySet<number>): Pitch {
  const key = midiOf(to);
  const options = tones
    .flatMap((tone) => [-1, 0, 1].map((up): Pitch => ({ ...tone, octave: to.octave + up })))
    .filter((pitch) => !taken.has(midiOf(pitch)));
  return options.reduce((best, each) =>
    Math.abs(midiOf(each) - key) < Math.abs(midiOf(best) - key) ? each : best,
  );
}
