import { describe, expect, it } from 'vitest';
import { readChord } from '../../pitch/chord';
import { harmonyKind } from './harmony';

/** `dominant add b9`: the kind and what is said by degrees. */
function said(symbol: string): string {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind !== 'chord') throw new Error(symbol);
  const { kind, degrees } = harmonyKind(reading.chord.quality);
  const sign = (alter: number) => (alter === 0 ? '' : alter > 0 ? '#' : 'b');
  return [kind, ...degrees.map(({ value, alter, type }) => `${type} ${sign(alter)}${value}`)].join(', ');
}

describe('chords in MusicXML', () => {
  it.each([
    ['C', 'major'],
    ['Cadd9', 'major, add 9'],
    ['Cm(add9)', 'minor, add 9'],
    ['Cadd2', 'major, add 9'],
    ['Cadd11', 'major, add 11'],
    ['C7b9', 'dominant, add b9'],
    ['C7#9', 'dominant, add #9'],
    ['C7b5', 'dominant, alter b5'],
    ['C7#5', 'dominant, alter #5'],
    ['C9#11', 'dominant-ninth, add #11'],
    ['C13b9', 'dominant-13th, alter b9'],
    ['C7b13', 'dominant, add b13'],
    ['C7alt', 'dominant, alter #5, add b9'],
    ['C7sus4', 'suspended-fourth, add 7'],
    ['C9sus4', 'suspended-fourth, add 7, add 9'],
    ['Csus4(add9)', 'suspended-fourth, add 9'],
    ['C6/9', 'major-sixth, add 9'],
    ['Cmaj7#11', 'major-seventh, add #11'],
    ['Cmaj7#5', 'major-seventh, alter #5'],
    ['Cm7b5', 'half-diminished'],
    ['Cdim7', 'diminished-seventh'],
    ['C5', 'power'],
  ])('%s is %s', (symbol, expected) => expect(said(symbol)).toBe(expected));
});
