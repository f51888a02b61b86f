import { spellChord, tonesOf, type NamedChord } from '../pitch/chord';
import { midiOf, pitchClassOf, type Pitch } from '../pitch/pitch';

/** Keys of a piano, and how many of them a hand is given at most. */
const PIANO = { lowest: 21, highest: 108 } as const;
const MOST_NOTES = 6;

/** A tone of a chord as it can be asked for: by its degree over the root, and whether it sounds. */
export interface ToneChoice {
  readonly degree: number;
  readonly name: Pick<Pitch, 'step' | 'alter'>;
  readonly isHeard: boolean;
}

/** The tones of a chord, from the root up, with those that a voicing has. */
export function toneChoices(chord: NamedChord, pitches: readonly Pitch[]): readonly ToneChoice[] {
  const heard = new Set(pitches.map(pitchClassOf));
  const degrees = tonesOf(chord.quality);
  return spellChord({ ...chord, bass: null }).map((name, index) => ({
    degree: degrees[index]!.degree,
    name,
    isHeard: heard.has(pitchClassOf(name)),
  }));
}

/**
 * The next inversion: upward the lowest note goes to the nearest place above the highest, downward the highest goes under the
 * lowest. A single note goes to the next tone of the chord. The same where the keyboard ends.
 */
export function turned(chord: NamedChord, pitches: readonly Pitch[], direction: 1 | -1): readonly Pitch[] {
  const sorted = lowToHigh(pitches);
  if (sorted.length < 2) return within(stepped(chord, sorted, direction), pitches);
  const leaving = direction > 0 ? sorted[0]! : sorted.at(-1)!;
  const staying = sorted.filter((pitch) => pitch !== leaving);
  const edge = direction > 0 ? midiOf(sorted.at(-1)!) : midiOf(sorted[0]!);
  let moved = { ...leaving, octave: leaving.octave + direction };
  while (direction > 0 ? midiOf(moved) <= edge : midiOf(moved) >= edge)
    moved = { ...moved, octave: moved.octave + direction };
  return within([...staying, moved], pitches);
}

/** A single note's neighbour among the chord's tones. */
function stepped(chord: NamedChord, [only]: readonly Pitch[], direction: 1 | -1): readonly Pitch[] {
  if (!only) return [];
  const options = spellChord({ ...chord, bass: null })
    .flatMap((name) => [-1, 0, 1].map((octave): Pitch => ({ ...name, octave: only.octave + octave })))
    .filter((pitch) => (midiOf(pitch) - midiOf(only)) * direction > 0)
    .sort((a, b) => (midiOf(a) - midiOf(b)) * direction);
  return options.slice(0, 1);
}

/** All of it an octave higher or lower; the same where the keyboard ends. */
export function byOctave(pitches: readonly Pitch[], direction: 1 | -1): readonly Pitch[] {
  return within(
    pitches.map((pitch) => ({ ...pitch, octave: pitch.octave + direction })),
    pitches,
  );
}

/** With a tone or, where it sounds already, without it; one note always stays. */
export function toggledTone(chord: NamedChord, pitches: readonly Pitch[], degree: number): readonly Pitch[] {
  const choice = toneChoices(chord, pitches).find((each) => each.degree === degree);
  if (!choice) return pitches;
  const rest = pitches.filter((pitch) => pitchClassOf(pitch) !== pitchClassOf(choice.name));
  if (choice.isHeard) return rest.length === 0 ? pitches : rest;
  if (pitches.length >= MOST_NOTES) return pitches;
  // It goes into the chord where there is room, else above it.
  const sorted = lowToHigh(pitches);
  const lowest = sorted[0]!;
  let added: Pitch = { ...choice.name, octave: lowest.octave };
  while (midiOf(added) <= midiOf(lowest)) added = { ...added, octave: added.octave + 1 };
  return within([...pitches, added], pitches);
}

/** The lowest note once more an octave above, or without that octave. */
export function doubledBass(pitches: readonly Pitch[]): readonly Pitch[] {
  const lowest = lowToHigh(pitches)[0]!;
  const above = { ...lowest, octave: lowest.octave + 1 };
  const others = pitches.filter((pitch) => midiOf(pitch) !== midiOf(above));
  if (others.length < pitches.length) return others;
  return pitches.length >= MOST_NOTES ? pitches : within([...pitches, above], pitches);
}

function lowToHigh(pitches: readonly Pitch[]): readonly Pitch[] {
  return [...pitches].sort((a, b) => midiOf(a) - midiOf(b));
}

/** The new notes low to high, or those before where one would leave the keyboard. */
function within(wanted: readonly Pitch[], before: readonly Pitch[]): readonly Pitch[] {
  const sorted = lowToHigh(wanted);
  const isOn = sorted.every((pitch) => midiOf(pitch) >= PIANO.lowest && midiOf(pitch) <= PIANO.highest);
  return isOn && sorted.length > 0 ? sorted : before;
}

/** `root position`, `first inversion` …, by the lowest note. */
export function positionOf(chord: NamedChord, pitches: readonly Pitch[]): string {
  const lowest = lowToHigh(pitches)[0]!;
  const place = spellChord({ ...chord, bass: null }).findIndex(
    (tone) => pitchClassOf(tone) === pitchClassOf(lowest),
  );
  return POSITIONS[place] ?? 'over another bass';
}

const POSITIONS = ['root position', 'first inversion', 'second inversion', 'third inversion'] as const;
