import { bassOf, spellChord, type Chord } from '../pitch/chord';
import { midiOf, pitchClassOf, type Pitch } from '../pitch/pitch';
import { canReach } from '../hands/reach';
import { generatedNoteId } from '../score/ids';
import type { Measure, Note } from '../score/model';
import { TICKS_PER_QUARTER } from '../units';
import { strongBeats } from '../score/time';
import type { TuneTexture } from '../document/choices/textures.data';

interface UnderTask {
  readonly measure: Measure;
  readonly offset: number;
  /** The tune of the measure, one note at a time, as it is played on this rung. */
  readonly tune: readonly Note[];
  readonly heldOver: ReadonlySet<string>;
  readonly texture: TuneTexture;
  /** The chord that holds at a tick, and whether another begins inside a stretch. */
  readonly chordAt: (tick: number) => Chord | null;
  readonly changesWithin: (from: number, to: number) => boolean;
  readonly isPhraseEnd: boolean;
  /** Most notes of this hand at once, the tune's own among them. */
  readonly mostAtOnce: number;
  readonly widestSemitones: number | null;
  readonly reach: number;
  /** The highest key that the left hand has while a note lasts; what is added stays above it. */
  readonly floorUnder: (note: Note) => number;
}

/** A3: what is added lower would leave the left hand no room. */
const LOWEST_ADDED = 57;

/** Notes that the right hand adds under the tune, which stays the highest. O(notes × chord notes). */
export function addUnderTune(task: UnderTask): readonly Note[] {
  const { texture, measure, offset, tune, heldOver } = task;
  if (texture === 'tune' || texture === 'as-written' || task.mostAtOnce < 2) return [];
  const strong = new Set(strongBeats(measure.time));
  const struck = tune.filter((note) => !note.grace && !heldOver.has(note.id));
  const bearers = struck.filter((note) => {
    switch (texture) {
      case 'thirds-at-ends':
        return task.isPhraseEnd && note === struck.findLast((each) => each.duration >= TICKS_PER_QUARTER);
      case 'thirds-on-strong':
      case 'chord-under-tune':
        return strong.has(note.at - measure.start + offset);
      case 'octaves':
        return true;
    }
  });
  return bearers.flatMap((note) =>
    under(task, note).map(({ pitch, role }): Note => ({
      ...note,
      id: generatedNoteId(measure.index, 'right', note.at - measure.start, role),
      pitch,
      tieTo: null,
      finger: null,
      lyrics: [],
      articulations: note.articulations.filter((sign) => sign !== 'fermata'),
    })),
  );
}

function under(task: UnderTask, note: Note): readonly { readonly pitch: Pitch; readonly role: string }[] {
  const top = midiOf(note.pitch);
  const floor = Math.max(LOWEST_ADDED - 1, task.floorUnder(note));
  const fits = (pitch: Pitch) => {
    const key = midiOf(pitch);
    return (
      key > floor &&
      key < top &&
      canReach(key, top, task.reach) &&
      (task.widestSemitones === null || top - key <= task.widestSemitones)
    );
  };
  if (task.texture === 'octaves') {
    const octave = { ...note.pitch, octave: note.pitch.octave - 1 };
    return fits(octave) ? [{ pitch: octave, role: 'octave' }] : [];
  }
  const chord = task.chordAt(note.at);
  // What is added would be held into a chord that it does not belong to.
  if (chord?.kind !== 'chord' || task.changesWithin(note.at, note.at + note.duration)) return [];
  const bass = pitchClassOf(bassOf(chord));
  const below = spellChord({ ...chord, bass: null })
    .filter((name) => pitchClassOf(name) !== pitchClassOf(note.pitch))
    .flatMap((name) => [0, 1].map((down): Pitch => ({ ...name, octave: note.pitch.octave - down })))
    .filter((pitch) => fits(pitch) && top - midiOf(pitch) >= 3 && top - midiOf(pitch) <= 12)
    .sort((a, b) => midiOf(b) - midiOf(a));
  if (task.texture !== 'chord-under-tune') {
    const size = (pitch: Pitch) => top - midiOf(pitch);
    const pleasant = below.find((pitch) => [3, 4, 8, 9].includes(size(pitch)));
    return pleasant ? [{ pitch: pleasant, role: 'under' }] : [];
  }
  // The left hand has the bass, so the right may leave it out where it must choose.
  const wanted = [...below].sort(
    (a, b) => Number(pitchClassOf(a) === bass) - Number(pitchClassOf(b) === bass) || midiOf(b) - midiOf(a),
  );
  const seen = new Set<number>();
  return wanted
    .filter((pitch) => !seen.has(pitchClassOf(pitch)) && seen.add(pitchClassOf(pitch)))
    .slice(0, Math.min(2, task.mostAtOnce - 1))
    .map((pitch) => ({ pitch, role: `under${pitchClassOf(pitch)}` }));
}
