import { describe, expect, it } from 'vitest';
import {
  ALL_KEYS,
  intervalBetweenTonics,
  keyLabel,
  keyName,
  readKey,
  relativeOf,
  respellKey,
  scaleOf,
  signatureAlter,
  tonicOf,
} from './key';
import { pitchClassOf, spellingName, STEPS } from './pitch';

describe('keys', () => {
  it('names all 30 and reads each name back', () => {
    expect(ALL_KEYS).toHaveLength(30);
    expect(new Set(ALL_KEYS.map(keyName)).size).toBe(30);
    for (const key of ALL_KEYS) expect(readKey(keyName(key))).toEqual(key);
  });

  it.each([
    ['Eb', 'Eb F G Ab Bb C D'],
    ['F#m', 'F# G# A B C# D E'],
    ['Cb', 'Cb Db Eb Fb Gb Ab Bb'],
    ['A#m', 'A# B# C# D# E# F# G#'],
  ])('spells the scale of %s', (name, scale) => {
    expect(scaleOf(readKey(name)!).map(spellingName).join(' ')).toBe(scale);
  });

  it('has as many signs as its signature says, each letter once', () => {
    for (const key of ALL_KEYS) {
      const alters = STEPS.map((step) => signatureAlter(key, step));
      expect(alters.reduce((sum, alter) => sum + alter, 0)).toBe(key.fifths);
      expect(new Set(scaleOf(key).map((each) => each.step)).size).toBe(7);
    }
  });

  it('refuses what is no key', () => {
    for (const text of ['', 'H', 'G#', 'Dbm', 'C dorian']) expect(readKey(text)).toBeNull();
  });

  it('moves between tonics by the nearest way', () => {
    for (const from of ALL_KEYS) {
      for (const to of ALL_KEYS) {
        const { semitones } = intervalBetweenTonics(tonicOf(from), tonicOf(to));
        expect(Math.abs(semitones)).toBeLessThanOrEqual(6);
        expect((pitchClassOf(tonicOf(from)) + semitones + 24) % 12).toBe(pitchClassOf(tonicOf(to)));
      }
    }
  });

  it('respells a signature past seven signs to its twin', () => {
    expect(respellKey({ fifths: 8, mode: 'major' }).key).toEqual({ fifths: -4, mode: 'major' });
    expect(respellKey({ fifths: -9, mode: 'minor' }).key).toEqual({ fifths: 3, mode: 'minor' });
    expect(keyLabel(relativeOf(readKey('Bb')!))).toBe('G minor');
  });
});
