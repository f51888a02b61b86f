import { describe, expect, it } from 'vitest';
import { readChord, type NamedChord } from '../pitch/chord';
import { pitchName } from '../pitch/pitch';
import { inversionsOf, overBass } from './inversions';

function chord(symbol: string): NamedChord {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind === 'none') throw new Error(symbol);
  return reading.chord;
}
const shapes = (symbol: string) =>
  inversionsOf(chord(symbol)).map(({ pitches }) => pitches.map(pitchName).join(' '));

describe('the shapes of a chord', () => {
  it('are every close position of triads and sevenths', () => {
    expect(shapes('C')).toEqual(['C4 E4 G4', 'E4 G4 C5', 'G4 C5 E5']);
    expect(shapes('G7')).toHaveLength(4);
    expect(shapes('Bdim7')[1]).toBe('D4 F4 Ab4 B4');
  });

  it('stay within reach of the staff', () => expect(shapes('Bm')[0]).toBe('B3 D4 F#4'));

  it('of larger chords are as they stack', () => expect(shapes('C9')).toEqual(['C4 E4 G4 Bb4 D5']));

  it('over a bass of its own', () => {
    expect(overBass(chord('D7/F#'))!.pitches.map(pitchName).join(' ')).toBe('F#3 D4 F#4 A4 C5');
    expect(overBass(chord('D7'))).toBeNull();
  });
});
