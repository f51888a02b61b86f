import { describe, expect, it } from 'vitest';
import { scoreFromText } from '../../testing/score-from-text';
import type { Material } from '../analyse/material';
import { spanOf } from '../hands/reach';
import { judgeMeasures } from './judge-measures';
import { measureLoad, sumOfTerms } from './load';

const score = scoreFromText({
  time: [4, 4],
  key: 'C',
  right: 'C4 C4 C4 C5~ | C5:1/1 | (C4 C5):1/1',
  left: 'C3:1/1 | C2:1/1 | (C2 C3):1/1',
});
const material = {
  measures: score.measures.map((measure) => ({ measure, offset: 0, lengthMs: 4000 })),
} as unknown as Material;
const judged = judgeMeasures({
  material,
  notes: score.notes,
  size: { right: spanOf(15), left: spanOf(12) },
  leftTextures: ['held-root', null],
  rightTextures: ['tune'],
});

describe('the measures of a finished score', () => {
  it('are judged hand by hand, with the notes and the texture of each', () => {
    expect(judged).toHaveLength(3);
    expect(judged.map(({ right }) => right.notes.length)).toEqual([4, 1, 2]);
    expect(judged.map(({ left }) => left.notes.length)).toEqual([1, 1, 2]);
    expect(judged.map(({ left }) => left.texture)).toEqual(['held-root', null, null]);
    expect(judged.map(({ right }) => right.texture)).toEqual(['tune', null, null]);
  });

  it('count what is struck: a note held over the barline is no touch', () => {
    expect(judged[1]!.right.work.touches).toEqual([]);
    expect(judged[1]!.right.terms.rate).toBe(0);
    expect(judged[0]!.right.work.touches).toHaveLength(4);
  });

  it('take each hand’s own span', () => {
    expect(judged[2]!.right.terms.stretch).toBe(844);
    expect(judged[2]!.left.terms.stretch).toBe(1200);
  });

  it('take the way from the same hand’s measure before', () => {
    expect(judged[0]!.left.terms).toMatchObject({ distance: 0, shifts: 0 });
    expect(judged[1]!.left.terms).toMatchObject({ distance: 122, shifts: 400 });
    // A hand that struck nothing in between is not known to come from anywhere.
    expect(judged[2]!.right.terms).toMatchObject({ distance: 0, shifts: 0 });
  });

  it('weigh as their hands’ terms do', () => {
    for (const { right, left, load } of judged) {
      const sums = [sumOfTerms(right.terms), sumOfTerms(left.terms)] as const;
      expect(load).toEqual({
        right: Math.round(sums[0] / 100),
        left: Math.round(sums[1] / 100),
        total: measureLoad(...sums),
      });
    }
    expect(judged[0]!.load.total).toBeGreaterThan(0);
  });
});
