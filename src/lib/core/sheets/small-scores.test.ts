import { describe, expect, it } from 'vitest';
import { ALL_KEYS, keyName, readKey } from '../pitch/key';
import { midiOf, pitchName } from '../pitch/pitch';
import { validateScore } from '../score/validate';
import { scalePitches, scaleScore, staffScore } from './small-scores';

describe('small pictures of scales and chords', () => {
  it('a scale goes up an octave by seven letters, in every key', () => {
    for (const key of ALL_KEYS) {
      const keys = scalePitches(key).map(midiOf);
      expect(keys, keyName(key)).toHaveLength(8);
      expect(keys.at(-1)! - keys[0]!).toBe(12);
      for (const [index, each] of keys.slice(1).entries()) expect([1, 2]).toContain(each - keys[index]!);
    }
  });

  it('begins near middle C', () => {
    expect(pitchName(scalePitches(readKey('C')!)[0]!)).toBe('C4');
    expect(pitchName(scalePitches(readKey('Bb')!)[0]!)).toBe('Bb3');
  });

  it('are sound scores', () => {
    expect(validateScore(scaleScore(readKey('F#m')!))).toEqual([]);
    const chord = staffScore([
      [
        { step: 'C', alter: 0, octave: 4 },
        { step: 'G', alter: 0, octave: 4 },
      ],
    ]);
    expect(validateScore(chord)).toEqual([]);
    expect(chord.notes).toHaveLength(2);
  });
});
