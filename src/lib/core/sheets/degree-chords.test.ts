import { describe, expect, it } from 'vitest';
import { chordName, spellChord } from '../pitch/chord';
import { ALL_KEYS, isInScale, readKey } from '../pitch/key';
import { degreeChord, numeralOf } from './degree-chords';

const DEGREES = [0, 1, 2, 3, 4, 5, 6];

describe('the triads of a key', () => {
  it('are named as they are written', () => {
    const names = (key: string) => DEGREES.map((degree) => chordName(degreeChord(readKey(key)!, degree)));
    expect(names('C')).toEqual(['C', 'Dm', 'Em', 'F', 'G', 'Am', 'Bdim']);
    expect(names('Am')).toEqual(['Am', 'Bdim', 'C', 'Dm', 'Em', 'F', 'G']);
  });

  it('have tones of the key alone, in every key and on every degree', () => {
    for (const key of ALL_KEYS)
      for (const degree of DEGREES)
        for (const tone of spellChord(degreeChord(key, degree)))
          expect(isInScale(tone, key), `${key.fifths} ${key.mode} ${degree}`).toBe(true);
  });

  it('raise the third of a minor key’s dominant where that is asked for', () => {
    expect(chordName(degreeChord(readKey('Am')!, 4, true))).toBe('E');
    expect(chordName(degreeChord(readKey('Dm')!, 4, true))).toBe('A');
  });

  it('are numbered by what they are', () => {
    expect(DEGREES.map((degree) => numeralOf(readKey('G')!, degree))).toEqual([
      'I',
      'ii',
      'iii',
      'IV',
      'V',
      'vi',
      'vii°',
    ]);
    expect(DEGREES.map((degree) => numeralOf(readKey('Em')!, degree))).toEqual([
      'i',
      'ii°',
      'III',
      'iv',
      'v',
      'VI',
      'VII',
    ]);
  });
});
