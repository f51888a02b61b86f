import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cluster } from './clusters';
import { MomentTable } from './moment-table';
import type { ExpectedKey, Moment } from './moments';
import { PRICES } from './thresholds.data';

const moment = (keys: readonly number[], measure = 0, optional: readonly number[] = []): Moment => ({
  tick: 0,
  measure,
  keys: keys.map((key) => ({ key, isOptional: optional.includes(key) }) as ExpectedKey),
  isRolled: false,
  isFermata: false,
});
const cluster = (...keys: readonly number[]): Cluster => ({
  onMs: 0,
  keys: keys.map((key) => ({ key, onMs: 0, offMs: 1, velocity: 64 })),
});

describe('a cluster met with a moment', () => {
  const table = new MomentTable([moment([60, 64, 67]), moment([62]), moment([60, 72], 1, [72])], 0);

  it('costs nothing where it is what is asked for', () => {
    expect(table.meet(cluster(60, 64, 67))[0]).toBe(0);
    expect(table.meet(cluster(62))[1]).toBe(0);
  });

  it('costs what is missing and what is wrong', () => {
    expect(table.meet(cluster(60, 64))[0]).toBeCloseTo(PRICES.missing, 10);
    expect(table.meet(cluster(60, 64, 66))[0]).toBeCloseTo(PRICES.wrong + PRICES.missing, 10);
  });

  it('costs less an octave off than wrong', () => {
    expect(table.meet(cluster(50))[1]).toBeCloseTo(PRICES.octaveOff, 10);
    expect(PRICES.octaveOff).toBeLessThan(PRICES.wrong);
  });

  it('misses no note that may be left', () => {
    expect(table.meet(cluster(60))[2]).toBe(0);
    expect(table.meet(cluster(60, 72))[2]).toBe(0);
  });

  it('lies higher by the shift of the whole take', () => {
    const shifted = new MomentTable([moment([60, 64, 67])], 12);
    expect(shifted.meet(cluster(72, 76, 79))[0]).toBe(0);
    expect(shifted.meet(cluster(60, 64, 67))[0]).toBeCloseTo(3 * PRICES.octaveOff, 10);
  });
});

describe('notes between moments', () => {
  const table = new MomentTable([moment([60, 64]), moment([62]), moment([60, 72], 1, [72]), moment([65])], 0);

  it('are those that must be played, neither end counted', () => {
    expect(table.notesBetween(0, 1)).toBe(0);
    expect(table.notesBetween(0, 2)).toBe(1);
    expect(table.notesBetween(0, 3)).toBe(2);
    expect(table.notesUpTo(3)).toBe(4);
  });

  it('tell where a measure begins', () => {
    // The last moment stands in the first measure again.
    expect([...table.isFirst]).toEqual([1, 0, 1, 1]);
  });
});

it('costs the same as counting by hand, whatever was asked before', () =>
  fc.assert(
    fc.property(
      fc.array(fc.uniqueArray(fc.integer({ min: 48, max: 84 }), { minLength: 1, maxLength: 4 }), {
        minLength: 1,
        maxLength: 6,
      }),
      fc.array(fc.uniqueArray(fc.integer({ min: 48, max: 84 }), { minLength: 1, maxLength: 4 }), {
        minLength: 1,
        maxLength: 6,
      }),
      (asked, played) => {
        const table = new MomentTable(
          asked.map((keys) => moment(keys)),
          0,
        );
        for (const keys of [...played, ...played])
          for (const [index, cost] of table.meet(cluster(...keys)).entries()) {
            const wanted = asked[index]!;
            const met = wanted.filter((key) => keys.includes(key)).length;
            const classes = new Set(keys.map((key) => key % 12));
            const near = wanted.filter((key) => !keys.includes(key) && classes.has(key % 12)).length;
            const octaves = Math.min(near, keys.length - met);
            const expected =
              (keys.length - met - octaves) * PRICES.wrong +
              octaves * PRICES.octaveOff +
              Math.max(0, wanted.length - met - octaves) * PRICES.missing;
            expect(cost).toBeCloseTo(expected, 10);
          }
      },
    ),
  ));
