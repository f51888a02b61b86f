import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_KEYS, isInScale, readKey, scaleOf } from './key';
import { midiOf, pitchClassOf, pitchName, spellingName } from './pitch';
import { spellClassInKey, spellLine, withOctave } from './spell';

const line = (keys: readonly number[], key: string) =>
  spellLine(keys, readKey(key)!).map(pitchName).join(' ');

describe('spelling in a key', () => {
  it('gives every scale its own letters, in all thirty keys', () => {
    for (const key of ALL_KEYS)
      for (const tone of scaleOf(key))
        expect(spellingName(spellClassInKey(pitchClassOf(tone), key))).toBe(spellingName(tone));
  });

  it('raises the leading note in minor', () => {
    expect(spellingName(spellClassInKey(8, readKey('Am')!))).toBe('G#');
    expect(spellingName(spellClassInKey(1, readKey('Dm')!))).toBe('C#');
    expect(spellingName(spellClassInKey(11, readKey('Cm')!))).toBe('B');
  });

  it.each([
    ['up by letters below, down by letters above', [60, 61, 62, 61, 60], 'C', 'C4 C#4 D4 Db4 C4'],
    ['an approach from below', [67, 66, 67], 'C', 'G4 F#4 G4'],
    ['an approach from above', [67, 68, 67], 'C', 'G4 Ab4 G4'],
    ['scale notes whatever follows', [66, 67], 'G', 'F#4 G4'],
    ['B sharp belongs to the octave below', [72, 73], 'C#', 'B#4 C#5'],
  ])('%s', (_, keys, key, expected) => expect(line(keys, key)).toBe(expected));

  it('never changes what sounds, and keeps to the scale where it can', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 30, max: 90 }), { minLength: 1, maxLength: 20 }),
        fc.constantFrom(...ALL_KEYS),
        (keys, key) => {
          const classes = new Set(scaleOf(key).map(pitchClassOf));
          for (const [index, pitch] of spellLine(keys, key).entries()) {
            expect(midiOf(pitch)).toBe(keys[index]);
            expect(Math.abs(pitch.alter)).toBeLessThanOrEqual(2);
            if (classes.has(keys[index]! % 12)) expect(isInScale(pitch, key)).toBe(true);
          }
        },
      ),
    ));

  it('finds the octave in which a name sounds', () => {
    expect(pitchName(withOctave({ step: 'B', alter: 1 }, 60))).toBe('B#3');
    expect(pitchName(withOctave({ step: 'C', alter: -1 }, 59))).toBe('Cb4');
  });
});
