import { bassOf, spellChord, type NamedChord } from '../pitch/chord';
import { midiOf, type Pitch } from '../pitch/pitch';

export interface Inversion {
  readonly name: string;
  readonly pitches: readonly Pitch[];
}

const NAMES = ['Root position', 'First inversion', 'Second inversion', 'Third inversion'];

/** Every close position of a chord of up to four notes from around middle C; larger chords are shown as they stack. */
export function inversionsOf(chord: NamedChord): readonly Inversion[] {
  const tones = spellChord({ ...chord, bass: null });
  const turns = tones.length <= 4 ? tones.length : 1;
  return Array.from({ length: turns }, (_, turn) => ({
    name: NAMES[turn]!,
    pitches: stack([...tones.slice(turn), ...tones.slice(0, turn)]),
  }));
}

/** The chord over the note after its slash. */
export function overBass(chord: NamedChord): Inversion | null {
  if (!chord.bass) return null;
  const bass: Pitch = { ...bassOf(chord), octave: 3 };
  const above = stack(spellChord({ ...chord, bass: null }));
  return {
    name: 'As written, over its bass',
    pitches: [bass, ...above.filter((pitch) => midiOf(pitch) > midiOf(bass))],
  };
}

function stack(tones: readonly { readonly step: Pitch['step']; readonly alter: number }[]): readonly Pitch[] {
  const pitches: Pitch[] = [];
  for (const tone of tones) {
    let pitch: Pitch = { ...tone, octave: 4 };
    const below = pitches.at(-1);
    while (below && midiOf(pitch) <= midiOf(below)) pitch = { ...pitch, octave: pitch.octave + 1 };
    pitches.push(pitch);
  }
  // Shapes that climb far above the staff are easier to read an octave lower.
  const isHigh = midiOf(pitches[0]!) > 67;
  return isHigh ? pitches.map((pitch) => ({ ...pitch, octave: pitch.octave - 1 })) : pitches;
}
