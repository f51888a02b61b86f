import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chooseVoicings, totalMovement, type Voicing } from './choose-voicings';

function costOf(path: readonly Voicing[]): number {
  return path.reduce(
    (sum, voicing, index) =>
      sum + voicing.cost + (index > 0 ? totalMovement(path[index - 1]!.keys, voicing.keys) : 0),
    0,
  );
}

function cheapestByTryingAll(progression: readonly (readonly Voicing[])[]): number {
  const paths = progression.reduce<Voicing[][]>(
    (sofar, options) => sofar.flatMap((path) => options.map((option) => [...path, option])),
    [[]],
  );
  return Math.min(...paths.map(costOf));
}

const voicing = fc.record({
  keys: fc
    .uniqueArray(fc.integer({ min: 40, max: 70 }), { minLength: 1, maxLength: 3 })
    .map((keys) => keys.sort((a, b) => a - b)),
  cost: fc.integer({ min: 0, max: 20 }),
});

describe('choosing voicings', () => {
  it('costs what the cheapest of all paths costs', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(voicing, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 6 }),
        (progression) => {
          expect(costOf(chooseVoicings(progression))).toBe(cheapestByTryingAll(progression));
        },
      ),
    );
  });

  it('looks ahead: two shapes tie now, and the next chord decides', () => {
    const plain = (...keys: number[]): Voicing => ({ keys, cost: 0 });
    const chosen = chooseVoicings([[plain(60)], [plain(58), plain(62)], [plain(65)]]);
    expect(chosen.map((each) => each.keys[0])).toEqual([60, 62, 65]);
  });

  it('handles no chords at all', () => expect(chooseVoicings([])).toEqual([]));
});
