import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { demoTunes } from '../../testing/demo-tunes';
import { scoreFromText } from '../../testing/score-from-text';
import { invertDirection, UNISON } from '../pitch/interval';
import { readKey, intervalBetweenTonics, keyName, tonicOf } from '../pitch/key';
import { midiOf, pitchName } from '../pitch/pitch';
import { byOctaves, transposeScore, transpositionTo } from './transpose-score';
import { FULL_KEYBOARD } from '../hands/keyboards.data';

const key = (name: string) => readKey(name)!;
const namesOf = (score: Parameters<typeof transposeScore>[0]) =>
  score.notes.map((note) => pitchName(note.pitch));

describe('transposing a score', () => {
  const scale = scoreFromText({ time: [4, 4], key: 'G', right: 'G4 A4 B4 C5 | D5 E5 F#5 G5' });
  const into = (name: string) => transposeScore(scale, transpositionTo(scale, key('G'), key(name)));

  it('keeps every letter of a scale once, in flat keys and in sharp ones', () => {
    expect(namesOf(into('Eb'))).toEqual(['Eb4', 'F4', 'G4', 'Ab4', 'Bb4', 'C5', 'D5', 'Eb5']);
    expect(namesOf(into('B'))).toEqual(['B4', 'C#5', 'D#5', 'E5', 'F#5', 'G#5', 'A#5', 'B5']);
    for (const name of ['Db', 'Gb', 'F#', 'A', 'F']) {
      const letters = namesOf(into(name))
        .slice(0, 7)
        .map((each) => each[0]);
      expect(new Set(letters).size).toBe(7);
    }
  });

  it('moves the signature of every measure with the notes', () => {
    expect(into('Eb').measures.map((measure) => keyName(measure.key))).toEqual(['Eb', 'Eb']);
  });

  it('changes nothing by a unison, and gives back the notes by the way back', () => {
    expect(transposeScore(scale, UNISON)).toBe(scale);
    const names = ['C', 'D', 'Eb', 'F', 'A', 'Bb'] as const;
    fc.assert(
      fc.property(arbitraryScore, fc.constantFrom(...names), (score, name) => {
        const from = score.measures[0]!.key;
        const interval = intervalBetweenTonics(tonicOf(from), tonicOf(key(name)));
        const there = transposeScore(score, interval);
        const back = transposeScore(there, invertDirection(interval));
        const keys = (each: typeof score) => each.notes.map((note): number => midiOf(note.pitch));
        expect(keys(there)).toEqual(keys(score).map((midi) => midi + interval.semitones));
        expect(keys(back)).toEqual(keys(score));
      }),
      { numRuns: 60 },
    );
  });

  it('spells chord symbols as it spells notes', () => {
    for (const { score } of demoTunes()) {
      const from = score.measures[0]!.key;
      const moved = transposeScore(score, intervalBetweenTonics(tonicOf(from), { step: 'E', alter: -1 }));
      expect(moved.chords).toHaveLength(score.chords.length);
      for (const [index, { chord }] of moved.chords.entries()) {
        const source = score.chords[index]!.chord;
        expect(chord.kind).toBe(source.kind);
        if (chord.kind !== 'chord' || source.kind !== 'chord') continue;
        expect(Math.abs(chord.root.alter)).toBeLessThanOrEqual(2);
        expect(chord.quality).toBe(source.quality);
      }
    }
  });

  it('gives both notes of a tie one name where a passage is respelled', () => {
    for (const { score } of demoTunes()) {
      const from = score.measures[0]!.key;
      for (const alter of [-1, 0, 1]) {
        const moved = transposeScore(score, intervalBetweenTonics(tonicOf(from), { step: 'F', alter }));
        const byId = new Map(moved.notes.map((note) => [note.id, note]));
        for (const note of moved.notes)
          if (note.tieTo !== null) expect(pitchName(byId.get(note.tieTo)!.pitch)).toBe(pitchName(note.pitch));
      }
    }
  });
});

describe('the octave of a transposition', () => {
  const low = scoreFromText({ time: [4, 4], key: 'C', right: 'C2 D2 E2 C2' });

  it('is the nearest one that the keyboard has', () => {
    expect(transpositionTo(low, key('C'), key('A'), FULL_KEYBOARD).semitones).toBe(-3);
    // On 61 keys nothing lies below the low C.
    expect(transpositionTo(low, key('C'), key('A'), { lowest: 36, highest: 96 }).semitones).toBe(9);
    expect(transpositionTo(low, key('C'), key('C'))).toBe(UNISON);
  });

  it('may be moved by more', () => {
    expect(byOctaves({ steps: 2, semitones: 4 }, -2)).toEqual({ steps: -12, semitones: -20 });
  });
});
