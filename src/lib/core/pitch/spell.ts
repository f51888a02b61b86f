import { type Key, isInScale, tonicOf } from './key';
import { fifthsOf, midiOf, mod, pitchClassOf, spellingFromFifths, type Pitch, type Spelling } from './pitch';

/** Chromatic names reach from five fifths below the tonic (♭2) to six above (♯4), in major and minor alike. */
const FIFTHS_BELOW_TONIC = 5;

/** The name of a pitch class in a key when nothing else is known: scale notes first, then the usual chromatic ones. */
export function spellClassInKey(pitchClass: number, key: Key): Spelling {
  const tonic = fifthsOf(tonicOf(key));
  const fifths = Array.from({ length: 12 }, (_, index) => tonic - FIFTHS_BELOW_TONIC + index);
  // A fifth is seven semitones, so the class of each place on the line of fifths follows.
  const place = fifths.find((each) => mod(each * 7, 12) === mod(pitchClass, 12)) ?? tonic;
  return spellingFromFifths(place);
}

/**
 * Spells a line of sounding keys in a key. A note outside the scale that moves on by a semitone to a scale note takes
 * the letter that makes it an approach: raised when it goes up, lowered when it goes down (after Meredith 2006, the
 * voice-leading step of ps13). Others take the key's usual name. O(notes).
 */
export function spellLine(keys: readonly number[], key: Key): readonly Pitch[] {
  return keys.map((midi, index) => {
    const usual = spellClassInKey(midi, key);
    if (isInScale(usual, key)) return withOctave(usual, midi);
    const next = keys[index + 1];
    const step = next === undefined ? 0 : next - midi;
    if (Math.abs(step) !== 1) return withOctave(usual, midi);
    const target = spellClassInKey(next!, key);
    if (!isInScale(target, key)) return withOctave(usual, midi);
    const approach = neighbour(target, step > 0 ? -1 : 1, midi);
    return withOctave(Math.abs(approach.alter) <= 1 ? approach : usual, midi);
  });
}

/** The note a letter above or below the target that sounds as the given key. */
function neighbour(target: Spelling, letters: 1 | -1, midi: number): Spelling {
  const order = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
  const step = order[mod(order.indexOf(target.step) + letters, 7)]!;
  const natural = pitchClassOf({ step, alter: 0 });
  return { step, alter: mod(midi - natural + 6, 12) - 6 };
}

/** The octave in which a name sounds as a key of the keyboard: B♯3 is C4. */
export function withOctave(spelling: Spelling, midi: number): Pitch {
  const octave = Math.round((midi - midiOf({ ...spelling, octave: 0 })) / 12);
  return { ...spelling, octave };
}
