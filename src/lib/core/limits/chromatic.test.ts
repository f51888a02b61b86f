import { describe, expect, it } from 'vitest';
import { pieceFacts } from '../../testing/limit-facts';
import { readKey } from '../pitch/key';
import { chromatic, isChromatic } from './chromatic';

const broken = (right: string, most: number | null, key = 'C') =>
  chromatic.inPiece!(pieceFacts({ right, key }), { chromaticPerEight: most }).map(({ measure, sentence }) => [
    measure,
    sentence,
  ]);

describe('chromatic notes', () => {
  it('are counted up to the limit, and told in the measure where they pass it', () => {
    expect(broken('C#4 D4 D#4 E4 | F4 F#4 G4 A4', 3)).toEqual([]);
    expect(broken('C#4 D4 D#4 E4 | F4 F#4 G4 A4', 2)).toEqual([
      [1, '3 chromatic notes in eight measures, over 2'],
    ]);
    expect(broken('C#4 D4 D#4 E4 | F4 F#4 G4 A4', null)).toEqual([]);
    expect(broken('C4 D4 E4 F4', 0)).toEqual([]);
  });

  it('are counted anew every eight measures', () => {
    const plain = Array.from({ length: 7 }, () => 'C4:1/1').join(' | ');
    expect(broken(`C#4:1/1 | ${plain} | D#4:1/1`, 1)).toEqual([]);
    expect(broken(`C#4:1/1 | ${plain} | D#4:1/2 C#4:1/2`, 1).map(([measure]) => measure)).toEqual([8]);
  });

  it('are none where minor raises its sixth and seventh', () => {
    const note = (right: string, key: string) => {
      const facts = pieceFacts({ right, key });
      return isChromatic(facts.measures[0]!.right.notes[0]!, readKey(key)!);
    };
    expect(note('F#4:1/1', 'Am')).toBe(false);
    expect(note('G#4:1/1', 'Am')).toBe(false);
    expect(note('C#4:1/1', 'Am')).toBe(true);
    expect(note('D#4:1/1', 'Am')).toBe(true);
    expect(note('G#4:1/1', 'C')).toBe(true);
    expect(note('A4:1/1', 'Am')).toBe(false);
  });
});
