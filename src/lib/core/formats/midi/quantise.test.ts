import { describe, expect, it } from 'vitest';
import { TICKS_PER_QUARTER as QUARTER } from '../../units';
import { snap, straighten, type Grid } from './grid';
import { quantise } from './quantise';

const grid = (divisions: readonly number[], change: Partial<Grid> = {}): Grid => ({
  beats: divisions.map((division, index) => ({ start: index, length: 1, isCompound: false, division })),
  swing: null,
  ...change,
});

/** Notes in quarters, put on the grid: start, end and key in quarters again. */
const put = (
  notes: readonly (readonly [number, number, number?])[],
  on: Grid,
  areEndsWritten = false,
  origin = 0,
) =>
  quantise(
    notes.map(([start, end, key = 60]) => ({ start, end, key, velocity: 80 })),
    on,
    origin * QUARTER,
    areEndsWritten,
  ).map(({ at, end, key }) => [at / QUARTER, end / QUARTER, key]);

describe('onsets on the grid', () => {
  it('go to the nearest place of their beat', () => {
    const on = grid([2, 4]);
    expect(snap(on, 0.46)).toMatchObject({ beat: 0, ticks: QUARTER / 2 });
    expect(snap(on, 1.27).ticks).toBe(1.25 * QUARTER);
    expect(snap(on, 0.98).ticks).toBe(QUARTER);
    expect(snap(on, -0.1).ticks).toBe(0);
  });

  it('say how late they were played', () => {
    expect(snap(grid([1]), 0.08).error).toBeCloseTo(0.08, 10);
    expect(snap(grid([2]), 0.45).error).toBeCloseTo(-0.05, 10);
  });

  it('stand in the middle of a swung beat', () => {
    expect(snap(grid([2], { swing: 0.66 }), 0.66).ticks).toBe(QUARTER / 2);
    expect(straighten(0, 0.66)).toBe(0);
    expect(straighten(1, 0.66)).toBe(1);
    expect(straighten(0.33, 0.66)).toBeCloseTo(0.25, 10);
  });
});

describe('notes on the grid', () => {
  it('end at the next onset when they were held till about then', () => {
    expect(
      put(
        [
          [0, 0.93],
          [1.02, 1.9],
          [2, 3],
        ],
        grid([1, 1, 1]),
      ),
    ).toEqual([
      [0, 1, 60],
      [1, 2, 60],
      [2, 3, 60],
    ]);
  });

  it('end before it when they were plainly let go', () => {
    expect(
      put(
        [
          [0, 0.52],
          [2, 3],
        ],
        grid([2, 1, 1]),
      )[0],
    ).toEqual([0, 0.5, 60]);
  });

  it('keep the ends that a file wrote', () => {
    expect(
      put(
        [
          [0, 0.75],
          [1, 2],
        ],
        grid([4, 1]),
        true,
      )[0],
    ).toEqual([0, 0.75, 60]);
  });

  it('count from the first measure, and leave out what comes before it', () => {
    expect(
      put(
        [
          [0, 1],
          [1, 2],
          [2, 3],
        ],
        grid([1, 1, 1]),
        false,
        1,
      ),
    ).toEqual([
      [0, 1, 60],
      [1, 2, 60],
    ]);
  });

  it('are one where a key falls twice on one place', () => {
    expect(
      put(
        [
          [0, 1],
          [0.04, 1],
          [0.02, 1, 64],
        ],
        grid([1]),
      ),
    ).toHaveLength(2);
  });

  it('stand in order of onset, then from low to high', () => {
    expect(
      put(
        [
          [1, 2, 60],
          [0, 1, 67],
          [0, 1, 64],
        ],
        grid([1, 1]),
      ).map(([at, , key]) => `${at} ${key}`),
    ).toEqual(['0 64', '0 67', '1 60']);
  });
});
