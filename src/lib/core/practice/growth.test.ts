import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_PRIOR, expectedShare, fitGrowth, meanGrowth, sampleShares, type Occasion } from './growth';
import { seededRandom } from './random';

/** What somebody plays whose gap closes by a rate. */
const played = (occasions: number, ceiling: number, gap: number, rate: number): readonly Occasion[] =>
  Array.from({ length: occasions }, (_, count) => ({
    count,
    share: ceiling - gap * Math.exp(-rate * count),
  }));

describe('growth without entries', () => {
  const growth = fitGrowth([]);

  it('is what is believed beforehand', () => {
    const { ceiling, gap } = meanGrowth(growth);
    expect(ceiling).toBeCloseTo(DEFAULT_PRIOR.ceiling.mean, 10);
    expect(gap).toBeCloseTo(DEFAULT_PRIOR.gap.mean, 10);
    expect(expectedShare(growth, 0)).toBeCloseTo(DEFAULT_PRIOR.ceiling.mean - DEFAULT_PRIOR.gap.mean, 10);
  });

  it('weighs every way alike, and all of them to one', () => {
    const weights = growth.ways.map(({ weight }) => weight);
    expect(weights.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 10);
    expect(Math.max(...weights)).toBeCloseTo(Math.min(...weights), 10);
  });

  it('may spread as far as was believed', () => {
    const shares = sampleShares(growth, () => 0, seededRandom(7), 4_000);
    const mean = shares.reduce((sum, share) => sum + share, 0) / shares.length;
    const spread = Math.sqrt(shares.reduce((sum, share) => sum + (share - mean) ** 2, 0) / shares.length);
    expect(mean).toBeCloseTo(0.52, 1);
    // At the first occasion the whole gap stands: both spreads together.
    expect(spread).toBeGreaterThan(0.9 * Math.hypot(0.16, 0.2));
    expect(spread).toBeLessThan(1.1 * Math.hypot(0.16, 0.2));
  });
});

describe('growth fitted to entries', () => {
  it('tells what comes next of a curve that it was shown', () => {
    const growth = fitGrowth(played(10, 1, 0.5, 0.2));
    for (const count of [10, 14, 20])
      expect(expectedShare(growth, count)).toBeCloseTo(1 - 0.5 * Math.exp(-0.2 * count), 1);
  });

  it('believes the shape that was played: a slow learner is not told to be quick', () => {
    const slow = fitGrowth(played(12, 1, 0.5, 0.04));
    const quick = fitGrowth(played(12, 1, 0.5, 0.4));
    expect(expectedShare(quick, 12)).toBeGreaterThan(expectedShare(slow, 12) + 0.15);
  });

  it('never goes down with practice where practice went up', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.85, max: 1.1, noNaN: true }),
        fc.double({ min: 0.3, max: 0.6, noNaN: true }),
        fc.double({ min: 0.03, max: 0.5, noNaN: true }),
        (ceiling, gap, rate) => {
          const growth = fitGrowth(played(8, ceiling, gap, rate));
          const shares = [8, 10, 15, 25, 40].map((count) => expectedShare(growth, count));
          for (const [index, share] of shares.entries())
            if (index > 0) expect(share).toBeGreaterThanOrEqual(shares[index - 1]! - 1e-9);
        },
      ),
      { numRuns: 40 },
    ));

  it('is surer of itself the more it has seen', () => {
    const spreadAfter = (occasions: number) => {
      const shares = sampleShares(
        fitGrowth(played(occasions, 1, 0.5, 0.14)),
        () => occasions,
        seededRandom(3),
        2_000,
      );
      const sorted = [...shares].sort((a, b) => a - b);
      return sorted[1_800]! - sorted[200]!;
    };
    expect(spreadAfter(12)).toBeLessThan(spreadAfter(4));
    expect(spreadAfter(4)).toBeLessThan(spreadAfter(1));
  });

  it('samples around what it expects, and the same for the same random numbers', () => {
    const growth = fitGrowth(played(6, 0.95, 0.4, 0.1));
    const sample = () => sampleShares(growth, () => 9, seededRandom(11), 3_000);
    const shares = sample();
    expect(shares.reduce((sum, share) => sum + share, 0) / shares.length).toBeCloseTo(
      expectedShare(growth, 9),
      2,
    );
    expect(sample()).toEqual(shares);
  });
});
