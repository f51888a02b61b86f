import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { totalMovement } from './movement';

const chord = fc.uniqueArray(fc.integer({ min: 36, max: 84 }), { minLength: 1, maxLength: 5 });

describe('the movement from chord to chord', () => {
  it('is what each finger moves, low to low and high to high', () => {
    expect(totalMovement([60, 64, 67], [60, 65, 69])).toBe(3);
    expect(totalMovement([60, 64, 67], [60, 64, 67])).toBe(0);
  });

  it('takes a key that is one too many to its nearest', () => {
    expect(totalMovement([60, 64, 67], [60, 65])).toBe(0 + 1 + 2);
    expect(totalMovement([60], [48, 55, 62])).toBe(12 + 5 + 2);
  });

  it('is the same there and back, and never negative', () =>
    fc.assert(
      fc.property(chord, chord, (from, to) => {
        expect(totalMovement(from, to)).toBe(totalMovement(to, from));
        expect(totalMovement(from, to)).toBeGreaterThanOrEqual(0);
        expect(totalMovement(from, from)).toBe(0);
      }),
    ));

  it('grows by as much as a whole chord is moved further away', () =>
    fc.assert(
      fc.property(chord, fc.integer({ min: 0, max: 12 }), (from, by) => {
        expect(
          totalMovement(
            from,
            from.map((key) => key + by),
          ),
        ).toBe(from.length * by);
      }),
    ));
});
