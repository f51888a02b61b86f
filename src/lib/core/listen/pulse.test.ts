import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { median, overallPulse, pulseBefore, type Beat } from './pulse';

/** A steady playing: a beat every 1,000 ticks, so many milliseconds apart. */
const steady = (count: number, ms: number, from = 0): readonly Beat[] =>
  Array.from({ length: count }, (_, index) => ({ tick: index * 1_000, ms: from + index * ms }));

describe('the median', () => {
  it('is the middle, or between the two in the middle', () => {
    expect(median([])).toBe(0);
    expect(median([5])).toBe(5);
    expect(median([9, 1, 4])).toBe(4);
    expect(median([9, 1, 4, 6])).toBe(5);
  });

  it('is not moved by one that is far out', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 10 }), { minLength: 3, maxLength: 20 }), (values) => {
        expect(median([...values, 1e9])).toBeLessThanOrEqual(10);
      }),
    ));
});

describe('the pulse before a moment', () => {
  it('tells where the next beat falls', () => {
    const pulse = pulseBefore(steady(6, 600, 250), 4_000)!;
    expect(pulse.msPerTick).toBeCloseTo(0.6, 10);
    expect(pulse.at(6_000)).toBeCloseTo(250 + 6 * 600, 6);
  });

  it('needs three moments to be felt by', () => {
    expect(pulseBefore([], 4_000)).toBeNull();
    expect(pulseBefore(steady(2, 600), 4_000)).toBeNull();
    expect(pulseBefore(steady(3, 600), 4_000)).not.toBeNull();
  });

  it('is not led astray by one slip', () => {
    const slipped = steady(7, 600).map((beat, index) =>
      index === 4 ? { ...beat, ms: beat.ms + 250 } : beat,
    );
    expect(pulseBefore(slipped, 10_000)!.msPerTick).toBeCloseTo(0.6, 1);
  });

  it('follows a player who becomes slower: old beats are forgotten', () => {
    const first = steady(8, 500);
    const last = first.at(-1)!;
    const slower = Array.from({ length: 6 }, (_, index) => ({
      tick: last.tick + (index + 1) * 1_000,
      ms: last.ms + (index + 1) * 800,
    }));
    expect(pulseBefore([...first, ...slower], 5_000)!.msPerTick).toBeCloseTo(0.8, 10);
  });

  it('is none where time does not go on', () => {
    expect(
      pulseBefore(
        [0, 1, 2].map((tick) => ({ tick: tick * 1_000, ms: 0 })),
        4_000,
      ),
    ).toBeNull();
  });
});

describe('the pulse of a whole playing', () => {
  it('is that of most of it', () => {
    expect(overallPulse(steady(9, 700))).toBeCloseTo(0.7, 10);
    const stopped = steady(9, 700).map((beat, index) =>
      index > 4 ? { ...beat, ms: beat.ms + 5_000 } : beat,
    );
    expect(overallPulse(stopped)).toBeCloseTo(0.7, 10);
  });

  it('weighs steps by their length', () => {
    // Four short hurried steps are less than one long one.
    const beats: Beat[] = [
      ...[0, 1, 2, 3, 4].map((step) => ({ tick: step * 100, ms: step * 10 })),
      { tick: 1_400, ms: 40 + 1_000 },
    ];
    expect(overallPulse(beats)).toBeCloseTo(1, 10);
  });

  it('is none of one beat', () => {
    expect(overallPulse(steady(1, 700))).toBeNull();
    expect(overallPulse([])).toBeNull();
  });
});
