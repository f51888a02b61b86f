import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clustersOf } from './clusters';
import type { PlayedKey } from './take';
import { THRESHOLDS } from './thresholds.data';

const played = (key: number, onMs: number): PlayedKey => ({ key, onMs, offMs: onMs + 300, velocity: 64 });
const shape = (keys: readonly PlayedKey[]) => clustersOf(keys).map((each) => each.keys.map(({ key }) => key));

describe('keys that went down together', () => {
  it('lie within a moment of the first of them', () => {
    const { momentMs } = THRESHOLDS;
    expect(shape([played(60, 0), played(64, momentMs), played(67, momentMs + 1)])).toEqual([[60, 64], [67]]);
    expect(shape([])).toEqual([]);
  });

  it('are measured from the first, so that a slow roll is not one for ever', () => {
    expect(shape([0, 30, 60, 90].map((ms, index) => played(60 + index, ms)))).toEqual([
      [60, 61],
      [62, 63],
    ]);
  });

  it('are others where a key comes again', () => {
    expect(shape([played(60, 0), played(60, 20), played(64, 25)])).toEqual([[60], [60, 64]]);
  });

  it('keep every key, in its order, no cluster longer than a moment', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 21, max: 108 }), fc.integer({ min: 0, max: 2_000 })), {
          maxLength: 60,
        }),
        (pairs) => {
          const keys = pairs.map(([key, ms]) => played(key, ms)).sort((a, b) => a.onMs - b.onMs);
          const clusters = clustersOf(keys);
          expect(clusters.flatMap((each) => each.keys)).toEqual(keys);
          for (const { onMs, keys: own } of clusters) {
            expect(own[0]!.onMs).toBe(onMs);
            expect(own.at(-1)!.onMs - onMs).toBeLessThanOrEqual(THRESHOLDS.momentMs);
            expect(new Set(own.map(({ key }) => key)).size).toBe(own.length);
          }
        },
      ),
    ));
});
