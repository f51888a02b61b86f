import { describe, expect, it } from 'vitest';
import { TICKS_PER_QUARTER as QUARTER, ticks } from '../units';
import type { Count } from './count';
import { countSentence } from './explain-count';

const count = (quarters: number, state: Count['state'] = 'sounds') =>
  ({ at: ticks(quarters * QUARTER), state }) as Count;
const FOUR = { beats: 4, beatType: 4 };
const SIX_EIGHT = { beats: 6, beatType: 8 };

describe('why a syllable stands where it does', () => {
  it('says the beat, and what is heard on it', () => {
    expect(countSentence(count(0), FOUR, 0)).toBe('Beat 1 of 4; a note is struck here.');
    expect(countSentence(count(3, 'held'), FOUR, 0)).toBe(
      'Beat 4 of 4; the note before is held on, so it is counted and not struck.',
    );
    expect(countSentence(count(1, 'rest'), FOUR, 0)).toBe('Beat 2 of 4; a rest: counted in silence.');
  });

  it('names the part of the beat', () => {
    const part = (into: number) => /its (.*);/.exec(countSentence(count(1 + into), FOUR, 0))?.[1];
    expect([1 / 2, 1 / 4, 3 / 4, 1 / 3, 2 / 3, 1 / 8].map(part)).toEqual([
      'second half',
      'second quarter',
      'last quarter',
      'second third',
      'last third',
      'finer part',
    ]);
  });

  it('goes by dotted beats in compound time', () => {
    expect(countSentence(count(2), SIX_EIGHT, 0)).toBe(
      'Beat 2 of 2, its second third; a note is struck here.',
    );
  });

  it('counts a pickup from where it stands in its metre', () => {
    expect(countSentence(count(0), FOUR, 3 * QUARTER)).toBe('Beat 4 of 4; a note is struck here.');
  });
});
