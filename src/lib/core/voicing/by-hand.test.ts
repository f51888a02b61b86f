import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readChord, spellChord, type NamedChord } from '../pitch/chord';
import { midiOf, pitchClassOf, pitchName, readPitch, type Pitch } from '../pitch/pitch';
import { byOctave, doubledBass, positionOf, toggledTone, toneChoices, turned } from './by-hand';

function chord(symbol: string): NamedChord {
  const reading = readChord(symbol);
  if (!reading.ok || reading.chord.kind !== 'chord') throw new Error(symbol);
  return reading.chord;
}

const notes = (text: string): readonly Pitch[] =>
  text.split(' ').map((name) => {
    const pitch = readPitch(name);
    if (!pitch) throw new Error(name);
    return pitch;
  });
const names = (pitches: readonly Pitch[]) => pitches.map(pitchName).join(' ');

describe('a chord voiced by hand', () => {
  it.each([
    ['C', 'C3 E3 G3', 1, 'E3 G3 C4', 'first inversion'],
    ['C', 'E3 G3 C4', 1, 'G3 C4 E4', 'second inversion'],
    ['C', 'C3 E3 G3', -1, 'G2 C3 E3', 'second inversion'],
    ['G7', 'G2 B2 D3 F3', -1, 'F2 G2 B2 D3', 'third inversion'],
    ['C', 'C3 G3 E4', 1, 'G3 E4 C5', 'second inversion'],
    ['Am', 'A2', 1, 'C3', 'first inversion'],
    ['Am', 'A2', -1, 'E2', 'second inversion'],
  ] as const)('%s %s turned by %i is %s, in %s', (symbol, from, direction, expected, position) => {
    const moved = turned(chord(symbol), notes(from), direction);
    expect(names(moved)).toBe(expected);
    expect(positionOf(chord(symbol), moved)).toBe(position);
  });

  it('takes and leaves tones, but never the last one', () => {
    const g7 = chord('G7');
    expect(toneChoices(g7, notes('B3 F4')).map(({ degree, isHeard }) => [degree, isHeard])).toEqual([
      [1, false],
      [3, true],
      [5, false],
      [7, true],
    ]);
    expect(names(toggledTone(g7, notes('B3 F4'), 5))).toBe('B3 D4 F4');
    expect(names(toggledTone(g7, notes('B3 D4 F4'), 3))).toBe('D4 F4');
    expect(names(toggledTone(g7, notes('F4'), 7))).toBe('F4');
    expect(names(toggledTone(g7, notes('B3'), 13))).toBe('B3');
  });

  it('doubles its bass and lets that go again', () => {
    expect(names(doubledBass(notes('C3 E3 G3')))).toBe('C3 E3 G3 C4');
    expect(names(doubledBass(notes('C3 E3 G3 C4')))).toBe('C3 E3 G3');
  });

  it('stays on the keyboard', () => {
    expect(names(byOctave(notes('C1'), -1))).toBe('C1');
    expect(names(byOctave(notes('C3 G3'), 1))).toBe('C4 G4');
    expect(names(turned(chord('C'), notes('A0'), -1))).toBe('A0');
  });

  it('keeps its tones when it is turned, and comes back', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('C', 'Am', 'G7', 'Fm7', 'Bbmaj7', 'Edim', 'C#m'),
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 0, max: 5 }),
        (symbol, octave, times) => {
          const named = chord(symbol);
          let pitches: readonly Pitch[] = spellChord(named).map((tone) => ({ ...tone, octave }));
          for (let each = 0; each < 4; each += 1) pitches = turned(named, pitches, 1);
          const before = pitches;
          for (let each = 0; each < times; each += 1) pitches = turned(named, pitches, 1);
          for (let each = 0; each < times; each += 1) pitches = turned(named, pitches, -1);
          const classes = (own: readonly Pitch[]) => own.map(pitchClassOf).sort((a, b) => a - b);
          expect(classes(pitches)).toEqual(classes(before));
          expect(pitches.map(midiOf)).toEqual(before.map(midiOf));
        },
      ),
    ));
});
