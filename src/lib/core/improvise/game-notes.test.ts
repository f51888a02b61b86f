import { describe, expect, it } from 'vitest';
import { readChord } from '../pitch/chord';
import { readKey } from '../pitch/key';
import { midiOf, pitchName } from '../pitch/pitch';
import { gameNotes } from './game-notes';
import { materialOver } from './material';
import { GAMES } from './prompts.data';

function over(symbol: string, key: string) {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind === 'none') throw new Error(symbol);
  return materialOver(reading.chord, readKey(key));
}

describe('the notes of a game', () => {
  it('lie under one finger each, or go up the scale to its octave', () => {
    const show = (set: (typeof GAMES)[number]['set']) =>
      gameNotes(over('G7', 'C'), set).map(
        ({ pitch, finger }) => pitchName(pitch) + (finger === null ? '' : `:${finger}`),
      );
    expect(show('one-two-three')).toEqual(['C4:1', 'D4:2', 'E4:3']);
    expect(show('seven-one-five')).toEqual(['B4:1', 'C5:2', 'G5:5']);
    expect(show('five')).toEqual(['C4:1', 'D4:2', 'E4:3', 'F4:4', 'G4:5']);
    expect(show('telling')).toEqual(['B4:1']);
    expect(show('tones')).toEqual(['G4', 'B4', 'D5', 'F5']);
    expect(show('scale')).toEqual(['G4', 'A4', 'B4', 'C5', 'D5', 'E5', 'F5', 'G5']);
  });

  it('go up, whatever the chord', () => {
    for (const symbol of ['Bdim7', 'C#m7', 'Ebmaj7', 'F5', 'Asus4'])
      for (const { set } of GAMES) {
        const keys = gameNotes(over(symbol, 'D'), set).map(({ pitch }) => midiOf(pitch));
        expect(keys).toEqual([...keys].sort((a, b) => a - b));
      }
  });
});
