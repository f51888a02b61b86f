import { describe, expect, it } from 'vitest';
import { pieceFacts, type FactsPlan } from '../../testing/limit-facts';
import { readKey } from '../pitch/key';
import { chromatic, isChromatic } from './chromatic';

const brokenIn = (plan: FactsPlan, most: number | null) =>
  chromatic.inPiece!(pieceFacts(plan), { chromaticPerEight: most }).map(({ measure, sentence }) => [
    measure,
    sentence,
  ]);
const broken = (right: string, most: number | null, key = 'C') => brokenIn({ right, key }, most);

describe('chromatic notes', () => {
  it('are counted up to the limit, and told in the measure where they pass it', () => {
    expect(broken('C#4 D4 D#4 E4 | F4 F#4 G4 A4', 3)).toEqual([]);
    expect(broken('C#4 D4 D#4 E4 | F4 F#4 G4 A4', 2)).toEqual([
      [1, '3 chromatic notes in eight measures, over 2'],
    ]);
    expect(broken('C#4 D4 D#4 E4 | F4 F#4 G4 A4', null)).toEqual([]);
    expect(broken('C4 D4 E4 F4', 0)).toEqual([]);
  });

  it('are counted once a chord, in each hand', () => {
    const right = 'C#5 D5 C#5:1/2';
    expect(brokenIn({ right }, 0)[0]![1]).toMatch(/^1 /);
    // The chord changes before the second of them, as it sounds, and after both.
    for (const at of [15_000, 20_160]) expect(brokenIn({ right, changes: [at] }, 1)[0]![1]).toMatch(/^2 /);
    expect(brokenIn({ right, changes: [25_000] }, 1)).toEqual([]);
    // In whichever order the changes come.
    const often = 'C#5:1/8 C#5:1/8 C#5 C#5:1/2';
    for (const changes of [
      [5_040, 10_080, 20_160],
      [20_160, 10_080, 5_040],
    ])
      expect(brokenIn({ right: often, changes }, 3)[0]![1]).toMatch(/^4 /);
    expect(brokenIn({ right, left: 'C#3:1/1' }, 1)[0]![1]).toMatch(/^2 /);
  });

  it('are told in a measure that has any', () =>
    expect(broken('C#4:1/1 | D#4:1/1 | C4:1/1', 1).map(([measure]) => measure)).toEqual([1]));

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
