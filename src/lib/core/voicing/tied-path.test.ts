import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { totalMovement } from './movement';
import { costOf, tiedPath, type Chain } from './tied-path';

interface Plan {
  readonly costs: readonly number[];
  readonly like: number;
  readonly edges: readonly number[];
}

const OPTIONS = 3;

/** Steps of three options each; a step may have to be like one before it. */
function chainOf(plan: readonly Plan[]): Chain {
  const twinOf: number[] = [];
  for (const [step, { like }] of plan.entries()) twinOf.push(like >= step ? step : twinOf[like]!);
  return {
    nodes: plan.map(({ costs }) => costs),
    edges: plan.map(({ edges }) => edges),
    twinOf,
  };
}

const arbitraryStep = fc.record({
  costs: fc.array(fc.nat(20), { minLength: OPTIONS, maxLength: OPTIONS }),
  like: fc.nat(9),
  edges: fc.array(fc.nat(20), { minLength: OPTIONS * OPTIONS, maxLength: OPTIONS * OPTIONS }),
});
const arbitraryChain = fc.array(arbitraryStep, { minLength: 1, maxLength: 6 }).map(chainOf);

/** What the cheapest way of all costs, with or without its ties, by trying every one. */
function cheapestOfAll(chain: Chain, isTied: boolean): number {
  let best = Infinity;
  const visit = (path: readonly number[]) => {
    if (path.length === chain.nodes.length) {
      best = Math.min(best, costOf(chain, path));
      return;
    }
    const first = chain.twinOf[path.length]!;
    const options = isTied && first < path.length ? [path[first]!] : [0, 1, 2];
    for (const option of options) visit([...path, option]);
  };
  visit([]);
  return best;
}

describe('the way through a chain', () => {
  it('is the cheapest of all where nothing repeats', () =>
    fc.assert(
      fc.property(arbitraryChain, (chain) => {
        const free = { ...chain, twinOf: chain.twinOf.map((_, step) => step) };
        expect(costOf(free, tiedPath(free))).toBe(cheapestOfAll(free, false));
      }),
    ));

  it('takes equal options where steps are tied, and never costs less than the best tied way', () =>
    fc.assert(
      fc.property(arbitraryChain, (chain) => {
        const path = tiedPath(chain);
        for (const [step, first] of chain.twinOf.entries()) expect(path[step]).toBe(path[first]);
        expect(costOf(chain, path)).toBeGreaterThanOrEqual(cheapestOfAll(chain, true));
      }),
    ));

  it('is the best tied way in nine of ten small chains', () => {
    const chains = fc.sample(arbitraryChain, { numRuns: 400, seed: 7 });
    const best = chains.filter((chain) => costOf(chain, tiedPath(chain)) === cheapestOfAll(chain, true));
    expect(best.length / chains.length).toBeGreaterThan(0.9);
  });

  it('decides a passage with all its neighbours in view', () => {
    // Alone the first would take its option 0; its three copies stand beside steps that make that dear.
    const chain: Chain = {
      nodes: [[0, 1], [0], [0, 1], [0], [0, 1], [0]],
      edges: [[], [0, 0], [5, 0], [5, 0], [5, 0], [5, 0]],
      twinOf: [0, 1, 0, 1, 0, 1],
    };
    expect(tiedPath(chain)).toEqual([1, 0, 1, 0, 1, 0]);
  });

  it('is empty where there is nothing', () =>
    expect(tiedPath({ nodes: [], edges: [], twinOf: [] })).toEqual([]));
});

describe('how far a hand moves', () => {
  it('is the way of all fingers, a surplus one to its nearest neighbour', () => {
    expect(totalMovement([60, 64, 67], [60, 65, 69])).toBe(3);
    expect(totalMovement([60, 64, 67], [62])).toBe(2 + 2 + 5);
    expect(totalMovement([62], [60, 64, 67])).toBe(2 + 2 + 5);
  });
});
