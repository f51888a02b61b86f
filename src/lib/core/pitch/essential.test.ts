import { describe, expect, it } from 'vitest';
import { readChord } from './chord';
import { tellingTones } from './essential';

function telling(symbol: string): string {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind !== 'chord') throw new Error(symbol);
  return tellingTones(reading.chord)
    .map(({ degree, alter }) => `${alter < 0 ? 'b' : alter > 0 ? '#' : ''}${degree}`)
    .join(' ');
}

describe('the tones that tell a chord', () => {
  it.each([
    ['C', '3'],
    ['Cm', 'b3'],
    ['Csus4', '4'],
    ['Csus2', '2'],
    ['C5', '5'],
    ['Caug', '3 #5'],
    ['Bdim', 'b3 b5'],
    ['Bdim7', 'b3'],
    ['F#m7b5', 'b3 b7 b5'],
    ['G7', '3 b7'],
    ['Cmaj7', '3 7'],
    ['C6', '3 6'],
    ['C6/9', '3 6 9'],
    ['C9', '3 b7 9'],
    ['Cadd9', '3 9'],
    ['C11', 'b7 11'],
    ['Cm11', 'b3 b7 11'],
    ['C13', '3 b7 13'],
    ['G7sus4', '4 b7'],
  ])('of %s are %s', (symbol, expected) => expect(telling(symbol)).toBe(expected));

  it('count the root where another note is in the bass', () => {
    expect(telling('D7/F#')).toBe('3 b7 1');
    expect(telling('F/G')).toBe('3 1');
    expect(telling('C/C')).toBe('3');
  });
});
