import { bassOf, spellChord, type Chord } from '../pitch/chord';
import { midiOf, pitchClassOf, type Pitch } from '../pitch/pitch';
import { canReach } from '../hands/reach';
import { generatedNoteId } from '../score/ids';
import type { Measure, Note } from '../score/model';
import { ticks, TICKS_PER_QUARTER } from '../units';
import { beatsOf, strongBeats } from '../score/time';
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
  if (texture === 'tune' || texture === 'as-written' || texture === 'rests' || task.mostAtOnce < 2) return [];
  if (texture === 'broken-under-tune') return brokenUnder(task);
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

/** Voice of what moves under a held tune note. */
const UNDER_VOICE = 'U';

/**
 * The chord one note at a time under tune notes of a beat or more: in halves of simple beats and thirds of compound ones, after
 * the tune's own onset, downward and up again through what lies within the hand.
 */
function brokenUnder(task: UnderTask): readonly Note[] {
  const { measure, offset, tune } = task;
  return tune
    .filter((note) => !note.grace && note.tuplet === null)
    .flatMap((note) => {
      const from = note.at - measure.start + offset;
      const parts = beatsOf(measure.time).flatMap(({ at, length, division }) =>
        Array.from({ length: division }, (_, index) => ({
          at: at + (index * length) / division,
          length: length / division,
        })),
      );
      const inside = parts.filter((part) => part.at > from && part.at + part.length <= from + note.duration);
      return inside.flatMap(({ at, length }, order): Note[] => {
        const place = { ...note, at: ticks(at - offset + measure.start), duration: ticks(length) };
        const choices = tonesBelow(task, place).slice(0, MOST_BROKEN);
        const pitch = choices[DOWN_AND_UP[order % DOWN_AND_UP.length]! % Math.max(1, choices.length)];
        if (!pitch) return [];
        const id = generatedNoteId(measure.index, 'right', place.at - measure.start, 'broken');
        return [
          {
            ...place,
            ...{ id, pitch, voice: UNDER_VOICE, tieTo: null, finger: null, lyrics: [], articulations: [] },
          },
        ];
      });
    });
}

const MOST_BROKEN = 3;
const DOWN_AND_UP = [0, 1, 2, 1] as const;

/** What of the chord lies under a tune note within the hand, highest first, each key once. */
function tonesBelow(task: UnderTask, note: Note): readonly Pitch[] {
  const top = midiOf(note.pitch);
  const chord = task.chordAt(note.at);
  if (chord?.kind !== 'chord') return [];
  const fits = fitsUnder(task, note);
  return spellChord({ ...chord, bass: null })
    .filter((name) => pitchClassOf(name) !== pitchClassOf(note.pitch))
    .flatMap((name) => [0, 1].map((down): Pitch => ({ ...name, octave: note.pitch.octave - down })))
    .filter((pitch) => fits(pitch) && top - midiOf(pitch) >= 3 && top - midiOf(pitch) <= 12)
    .sort((a, b) => midiOf(b) - midiOf(a));
}

function fitsUnder(task: UnderTask, note: Note): (pitch: Pitch) => boolean {
  const top = midiOf(note.pitch);
  const floor = Math.max(LOWEST_ADDED - 1, task.floorUnder(note));
  return (pitch) => {
    const key = midiOf(pitch);
    return (
      key > floor &&
      key < top &&
      canReach(key, top, task.reach) &&
      (task.widestSemitones === null || top - key <= task.widestSemitones)
    );
  };
}

function under(task: UnderTask, note: Note): readonly { readonly pitch: Pitch; readonly role: string }[] {
  const top = midiOf(note.pitch);
  if (task.texture === 'octaves') {
    const octave = { ...note.pitch, octave: note.pitch.octave - 1 };
    return fitsUnder(task, note)(octave) ? [{ pitch: octave, role: 'octave' }] : [];
  }
  const chord = task.chordAt(note.at);
  // What is added would be held into a chord that it does not belong to.
  if (chord?.kind !== 'chord' || task.changesWithin(note.at, note.at + note.duration)) return [];
  const bass = pitchClassOf(bassOf(chord));
  const below = tonesBelow(task, note);
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
