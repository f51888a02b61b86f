import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canReach, isBlackKey, keyDistance, spanFromComfort, spanOf, spanPlace } from './reach';

describe('reach on the keyboard', () => {
  it('takes an octave for seven white keys, wherever it lies', () => {
    for (const key of [48, 52, 53, 59, 61]) expect(keyDistance(key, key + 12)).toBe(1645);
  });

  it('judges the tenths E–G and C–E alike, as the hand does', () => {
    expect(keyDistance(52, 67)).toBe(keyDistance(48, 64));
    expect(canReach(52, 67, 15)).toBe(true);
    expect(canReach(48, 64, 15)).toBe(true);
    expect(canReach(48, 64, 14)).toBe(false);
  });

  it('never calls a span too small for an interval of its own size', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 90 }), fc.integer({ min: 1, max: 19 }), (low, semitones) => {
        expect(canReach(low, low + semitones, semitones)).toBe(true);
        expect(spanPlace(semitones + 1)).toBeGreaterThanOrEqual(spanPlace(semitones));
      }),
    );
  });

  it('knows the five black keys of each octave', () =>
    expect([48, 49, 50, 51, 52, 53, 54, 55, 56, 57, 58, 59].map(isBlackKey)).toEqual(
      [0, 1, 0, 1, 0, 0, 1, 0, 1, 0, 1, 0].map(Boolean),
    ));

  it('takes 13/15 of the largest reach for comfort, and back', () => {
    expect(spanOf(15)).toEqual({ largest: 15, comfortable: 13 });
    expect(spanOf(15, 18).comfortable).toBe(15);
    expect(spanFromComfort(13)).toEqual({ comfortable: 13, largest: 15 });
  });
});
