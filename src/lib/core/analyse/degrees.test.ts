import { describe, expect, it } from 'vitest';
import { readChord, transposeChord } from '../pitch/chord';
import { ALL_KEYS, intervalBetweenTonics, readKey, tonicOf } from '../pitch/key';
import { chordNumber, degreeName, degreeOf, isChordInKey, romanNumeral } from './degrees';

const chord = (symbol: string) => {
  const reading = readChord(symbol);
  if (!reading.ok) throw new Error(reading.message);
  return reading.chord;
};

const MAJOR = [
  ['C', 'I'],
  ['Dm', 'ii'],
  ['Em7', 'iii7'],
  ['Fmaj7', 'IVmaj7'],
  ['G7', 'V7'],
  ['Am', 'vi'],
  ['Bdim', 'vii°'],
  ['Bm7b5', 'viiø7'],
  ['D7', 'V7/V'],
  ['D', 'V/V'],
  ['A7', 'V7/ii'],
  ['E7', 'V7/vi'],
  ['C7', 'V7/IV'],
  ['Bb', '♭VII'],
  ['Ab', '♭VI'],
  ['Fm', 'iv'],
  ['Caug', 'I+'],
  ['Gsus4', 'Vsus4'],
] as const;
const MINOR = [
  ['Am', 'i'],
  ['Bdim', 'ii°'],
  ['C', 'III'],
  ['Dm', 'iv'],
  ['Em', 'v'],
  ['E7', 'V7'],
  ['F', 'VI'],
  ['G', 'VII'],
  ['G#dim7', 'vii°7'],
  ['Bb', '♭II'],
] as const;

describe('Roman numerals', () => {
  it.each(MAJOR)('%s in C major is %s, and as much in every major key', (symbol, expected) => {
    for (const key of ALL_KEYS.filter((each) => each.mode === 'major')) {
      const moved = transposeChord(
        chord(symbol),
        intervalBetweenTonics(tonicOf(readKey('C')!), tonicOf(key)),
      );
      expect(romanNumeral(moved, key)).toBe(expected);
    }
  });

  it.each(MINOR)('%s in A minor is %s, and as much in every minor key', (symbol, expected) => {
    for (const key of ALL_KEYS.filter((each) => each.mode === 'minor')) {
      const moved = transposeChord(
        chord(symbol),
        intervalBetweenTonics(tonicOf(readKey('Am')!), tonicOf(key)),
      );
      expect(romanNumeral(moved, key)).toBe(expected);
    }
  });
});

describe('degrees', () => {
  it('count minor keys by their own scale, or by the major one', () => {
    const [c, key] = [{ step: 'C', alter: 0 } as const, readKey('Am')!];
    expect(degreeName(degreeOf(c, key))).toBe('3');
    expect(degreeName(degreeOf(c, key, 'major'))).toBe('b3');
  });

  it('name chords by number', () => {
    expect(chordNumber(chord('G7/B'), readKey('C')!)).toBe('5(7)/7');
    expect(chordNumber(chord('Ebm'), readKey('C')!)).toBe('b3(m)');
  });

  it('a dominant in minor, with its raised leading note, belongs to the key', () => {
    expect(isChordInKey(chord('E7'), readKey('Am')!)).toBe(true);
    expect(isChordInKey(chord('E7'), readKey('C')!)).toBe(false);
  });
});
