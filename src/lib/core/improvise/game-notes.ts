import { midiOf, type Pitch, type Spelling } from '../pitch/pitch';
import type { Material } from './material';
import type { GameSet } from './prompts.data';

/** A note of a game where the right hand has it, and the finger that rests on it; null where fingers pass under. */
export interface GameNote {
  readonly pitch: Pitch;
  readonly finger: number | null;
}

const FIRST_OCTAVE = 4;

/** The notes of a game going up from around middle C. A set of up to five lies under one finger each, from the thumb. */
export function gameNotes(material: Material, set: GameSet): readonly GameNote[] {
  const [oneTwoThree, sevenOneFive] = material.threeNotes;
  const spelled: Readonly<Record<GameSet, readonly Spelling[]>> = {
    tones: material.tones,
    telling: [material.telling],
    'one-two-three': oneTwoThree ?? [],
    'seven-one-five': sevenOneFive ?? [],
    five: material.fiveNotes,
    scale: [...material.scale, material.scale[0]!],
  };
  const pitches = goingUp(spelled[set]);
  const isUnderHand = pitches.length <= 5 && set !== 'tones';
  // 7 1 5: the thumb takes the lowest, its neighbour the tonic, the little finger the fifth.
  const fingers = set === 'seven-one-five' ? [1, 2, 5] : [1, 2, 3, 4, 5];
  return pitches.map((pitch, index) => ({ pitch, finger: isUnderHand ? fingers[index]! : null }));
}

function goingUp(notes: readonly Spelling[]): readonly Pitch[] {
  const pitches: Pitch[] = [];
  for (const note of notes) {
    let pitch: Pitch = { ...note, octave: FIRST_OCTAVE };
    const below = pitches.at(-1);
    while (below && midiOf(pitch) <= midiOf(below)) pitch = { ...pitch, octave: pitch.octave + 1 };
    pitches.push(pitch);
  }
  return pitches;
}
