import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import { readChord } from '../pitch/chord';
import type { Score } from '../score/model';
import { patternsOf } from './patterns';

const WALTZ = 'C3 (E3 G3) (E3 G3)';
const ROLL = 'C3:1/8 E3:1/8 G3:1/8 E3:1/8 C3:1/8 G3:1/8';

function waltz(right: string, left: readonly string[], chords: readonly string[]): Score {
  const score = scoreFromText({ time: [3, 4], key: 'C', right, left: left.join(' | ') });
  return {
    ...score,
    chords: chords.map((symbol, measure) => {
      const reading = readChord(symbol);
      if (!reading.ok) throw new Error(reading.message);
      return { id: `c${measure}`, measure, at: score.measures[measure]!.start, chord: reading.chord };
    }),
  };
}

const EIGHT = 'C5 D5 E5 | F5 E5 D5 | C5 D5 E5 | G5:3/4';
const codes = (score: Score, kind: string) =>
  patternsOf({ score }, { from: 0, to: 3 }).flatMap((each) => (each.kind === kind ? [each.code] : []));

describe('what a section has that other pieces can have too', () => {
  const one = waltz(EIGHT, [WALTZ, 'D3 (F3 A3) (F3 A3)', WALTZ, 'G2 (B2 D3) (B2 D3)'], ['C', 'Dm', 'C', 'G']);

  it('names four chords in a row, the place of a hand that stays, and the left hand’s figure', () => {
    expect(patternsOf({ score: one }, { from: 0, to: 3 }).map(({ name }) => name)).toEqual([
      'the chords C Dm C G',
      'the left hand’s figure',
      'the right hand’s place from C5',
    ]);
  });

  it('finds the same figure over another chord and inversion, and not another figure', () => {
    const other = waltz(EIGHT, Array<string>(4).fill('B2 (D3 G3) (D3 G3)'), ['G', 'G', 'G', 'G']);
    const rolled = waltz(EIGHT, Array<string>(4).fill(ROLL), ['C', 'C', 'C', 'C']);
    expect(codes(other, 'figure')).toEqual(codes(one, 'figure'));
    expect(codes(rolled, 'figure')).not.toEqual(codes(one, 'figure'));
  });

  it('is none where nothing comes back: fewer than four chords, a mixed left hand, a hand that travels', () => {
    const mixed = waltz(
      'C5 D5 E5 | F5 E5 D5 | C5 D5 E5 | C6:3/4',
      [WALTZ, ROLL, 'C3:3/4', 'D3:3/4'],
      ['C', 'F', 'C'],
    );
    expect(codes(mixed, 'progression')).toEqual([]);
    expect(codes(mixed, 'figure')).toEqual([]);
    expect(codes(mixed, 'position').filter((code) => code.startsWith('right'))).toEqual([]);
  });
});
