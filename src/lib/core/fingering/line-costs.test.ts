import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isBlackKey } from '../hands/reach';
import {
  blockCost,
  handKey,
  isBeyondReach,
  offPositionCost,
  onsetCost,
  outsideCost,
  stepCost,
  tripleCost,
  underTuneCost,
  type CostContext,
} from './costs';
import { AFTER_REST_PERCENT, lineCosts, type Touch } from './line-costs';
import { spansFor } from './spans.data';
import { SMOOTH } from './weights.data';

const context: CostContext = { spans: spansFor(15), largest: 15, weights: SMOOTH, hand: 'right' };

function touch(keys: readonly number[], change: Partial<Touch> = {}): Touch {
  return {
    keys: keys.map((key) => handKey(key, 'right')),
    pinned: keys.map(() => null),
    movePercent: 100,
    isHeldOn: false,
    apart: [],
    isTune: false,
    isBlock: false,
    enters: null,
    leaves: null,
    isInPosition: false,
    kind: '',
    ...change,
  };
}

const waysOf = (own: Touch) => lineCosts(context, [own]).ways[0]!.map((fingers) => fingers.join(''));
const stepOf = (from: Touch, f: string, to: Touch, g: string) => {
  const { ways, steps } = lineCosts(context, [from, to]);
  const place = (index: number, fingers: string) =>
    ways[index]!.findIndex((each) => each.join('') === fingers);
  return steps[0]![place(0, f) * ways[1]!.length + place(1, g)]!;
};

describe('the ways to take a touch', () => {
  it('are all rising choices of fingers that the hand reaches', () => {
    expect(waysOf(touch([60]))).toEqual(['1', '2', '3', '4', '5']);
    expect(waysOf(touch([60, 64]))).toEqual(['12', '13', '14', '15', '23', '24', '25', '34', '35', '45']);
    expect(waysOf(touch([60, 76]))).toEqual(['15']);
    const stretched = waysOf(touch([60, 72]));
    expect(stretched).toContain('15');
    expect(stretched).not.toContain('23');
  });

  it('keep to the pins; where no way does that the hand reaches, to the pins alone', () => {
    expect(waysOf(touch([60], { pinned: [3] }))).toEqual(['3']);
    expect(waysOf(touch([60, 64], { pinned: [2, null] }))).toEqual(['23', '24', '25']);
    expect(waysOf(touch([60, 72], { pinned: [2, 3] }))).toEqual(['23']);
  });

  it('keep to the hand where the pins cannot be, and take any where neither can', () => {
    expect(waysOf(touch([60, 64], { pinned: [3, 2] }))).toEqual(waysOf(touch([60, 64])));
    expect(waysOf(touch([60, 96], { pinned: [3, 2] }))).toHaveLength(10);
  });
});

describe('what a touch costs', () => {
  it('is its own price, and nothing while it is held on', () => {
    const own = touch([60, 64, 67]);
    const { ways, own: costs } = lineCosts(context, [own, { ...own, isHeldOn: true }]);
    expect([...costs[0]!]).toEqual(ways[0]!.map((fingers) => onsetCost(context, own.keys, fingers)));
    expect([...costs[1]!].every((cost) => cost === 0)).toBe(true);
  });
});

describe('what moving costs', () => {
  const [c, d] = [touch([60]), touch([62])];

  it('is the step between single notes, and its place under a hand that stays', () => {
    expect(stepOf(c, '1', d, '2')).toBe(stepCost(context, c.keys[0]!, 1, d.keys[0]!, 2));
    const inPosition = touch([62], { isInPosition: true });
    expect(stepOf(c, '1', inPosition, '3')).toBe(
      stepCost(context, c.keys[0]!, 1, d.keys[0]!, 3) +
        offPositionCost(context, c.keys[0]!, 1, d.keys[0]!, 3),
    );
  });

  it('is less where there is time', () => {
    const later = touch([62], { movePercent: 30 });
    expect(stepOf(c, '1', later, '5')).toBe(Math.round((stepOf(c, '1', d, '5') * 30) / 100));
  });

  it('is a substitution on a key that is held on', () => {
    const held = touch([60], { isHeldOn: true, movePercent: 10 });
    expect(stepOf(c, '1', held, '1')).toBe(0);
    expect(stepOf(c, '1', held, '2')).toBe(SMOOTH.substitution);
    const chord = touch([60, 64], { isHeldOn: true });
    expect(stepOf(touch([60, 64]), '13', chord, '13')).toBe(0);
    expect(stepOf(touch([60, 64]), '13', chord, '14')).toBe(SMOOTH.substitution);
  });

  it('is that of the outer notes between chords, or of the notes that stay', () => {
    const [triad, next] = [touch([60, 64, 67]), touch([60, 65, 69])];
    const top = blockCost(context, triad.keys[2]!, next.keys[2]!);
    expect(stepOf(triad, '135', next, '135')).toBe(Math.round((0 + top) / 2));
    expect(stepOf(triad, '135', next, '235')).toBe(Math.round((SMOOTH.repeatedOtherFinger * 2 + top) / 2));
    const shifted = touch([62, 65, 69]);
    const bottom = blockCost(context, triad.keys[0]!, shifted.keys[0]!);
    expect(stepOf(triad, '135', shifted, '135')).toBe(Math.round((bottom + top) / 2));
    // An inner finger costs nothing of its own.
    expect(stepOf(triad, '135', shifted, '125')).toBe(Math.round((bottom + top) / 2));
    const low = Math.min(stepCost(context, triad.keys[0]!, 1, shifted.keys[0]!, 2) / 2, bottom + 8);
    expect(stepOf(triad, '135', shifted, '235')).toBe(Math.round((low + top) / 2));
  });

  it('is that of the outer finger where a single note lies beyond a chord', () => {
    const triad = touch([60, 64, 67]);
    const high = touch([72]);
    const moved = (f: number, at: number, finger: number) => {
      const block = blockCost(context, triad.keys[at]!, high.keys[0]!);
      return f === finger
        ? block
        : Math.min(stepCost(context, triad.keys[at]!, f, high.keys[0]!, finger) / 2, block + 8);
    };
    for (const finger of [1, 4, 5])
      expect(stepOf(triad, '135', high, String(finger))).toBe(
        Math.round((moved(1, 0, finger) + moved(5, 2, finger)) / 2) +
          outsideCost(SMOOTH, high.keys[0]!, finger, triad.keys),
      );
    expect(stepOf(high, '3', triad, '135') - stepOf(high, '5', triad, '135')).not.toBe(0);
  });
});

/** The price of one move, told over again. */
function moving(from: Touch, f: readonly number[], to: Touch, g: readonly number[]): number {
  const { hop, repeatedOtherFinger } = SMOOTH;
  const isBlocks = from.isBlock && to.isBlock;
  if (from.isTune && to.isTune && !isBlocks) return underTuneCost(context, from.keys, f, to.keys, g);
  const prices: number[] = [];
  for (const [i, a] of from.keys.entries())
    for (const [j, b] of to.keys.entries()) {
      const isLowest = i + j === 0;
      const isHighest = i === f.length - 1 && j === g.length - 1;
      const block = blockCost(context, a, b);
      if (a.place === b.place) prices.push(f[i] === g[j] ? 0 : 2 * repeatedOtherFinger);
      else if (isLowest || isHighest)
        prices.push(f[i] === g[j] ? block : Math.min(stepCost(context, a, f[i]!, b, g[j]!) / 2, block + 8));
    }
  const sum = prices.reduce((total, each) => total + each, 0);
  let cost = prices.length === 0 ? 0 : Math.round(sum / prices.length);
  const last = f.length === 1 ? 0 : from.leaves;
  const next = g.length === 1 ? 0 : to.enters;
  if (last !== null && next !== null) {
    const rise = to.keys[next]!.place - from.keys[last]!.place;
    const [finger, other] = [f[last]!, g[next]!];
    const thumbs = [finger === 1 && from.keys[last]!, other === 1 && to.keys[next]!];
    const isBlackThumb = thumbs.some((key) => key && isBlackKey(key.key));
    if (rise !== 0 && finger === other) cost += 2 * hop;
    else if (isBlackThumb && (other - finger) * rise < 0) cost += hop;
  }
  if (f.length === 1) cost += outsideCost(SMOOTH, from.keys[0]!, f[0]!, to.keys);
  if (g.length === 1) cost += outsideCost(SMOOTH, to.keys[0]!, g[0]!, from.keys);
  return cost;
}

it('prices every move between chords, figures and single notes as it is told over again', () => {
  const arbitraryTouch = fc
    .uniqueArray(fc.integer({ min: 57, max: 68 }), { minLength: 1, maxLength: 3 })
    .chain((keys) => {
      const place = fc.option(fc.nat(keys.length - 1), { nil: null });
      return fc.record({
        keys: fc.constant([...keys].sort((a, b) => a - b)),
        enters: place,
        leaves: place,
        isTune: fc.boolean(),
        isBlock: fc.boolean(),
        movePercent: fc.constantFrom(100, 60),
      });
    });
  fc.assert(
    fc.property(arbitraryTouch, arbitraryTouch, (one, other) => {
      fc.pre(one.keys.length + other.keys.length > 2);
      const [from, to] = [one, other].map(({ keys, ...change }) => touch(keys, change));
      const { ways, steps } = lineCosts(context, [from!, to!]);
      const told = ways[0]!.flatMap((f) =>
        ways[1]!.map((g) => Math.round((moving(from!, f, to!, g) * to!.movePercent) / 100)),
      );
      expect([...steps[0]!]).toEqual(told);
    }),
    { numRuns: 800 },
  );
});

describe('rules of three notes', () => {
  const line = (keys: readonly number[], change: readonly Partial<Touch>[] = []) =>
    lineCosts(
      context,
      keys.map((key, index) => touch([key], change[index])),
    );

  it('price every three fingers, free or pinned, at full price or less', () => {
    const arbitraryTouch = fc.record({
      key: fc.integer({ min: 55, max: 70 }),
      pin: fc.option(fc.integer({ min: 1, max: 5 }), { nil: null, freq: 3 }),
      movePercent: fc.constantFrom(100, 60, AFTER_REST_PERCENT),
      isHeldOn: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(arbitraryTouch, { minLength: 3, maxLength: 5 }), (plan) => {
        const touches = plan.map(({ key, pin, movePercent, isHeldOn }) =>
          touch([key], { pinned: [pin], movePercent, isHeldOn: isHeldOn && key % 4 === 0 }),
        );
        // A context not met before, of which no prices are remembered.
        const { ways, triples } = lineCosts({ ...context }, touches);
        expect(triples.slice(0, 2)).toEqual([null, null]);
        for (let index = 2; index < touches.length; index += 1) {
          const [a, b, c] = [touches[index - 2]!, touches[index - 1]!, touches[index]!];
          const percent = Math.min(b.movePercent, c.movePercent);
          const isSilent = percent <= AFTER_REST_PERCENT || b.isHeldOn || c.isHeldOn;
          if (isSilent) {
            expect(triples[index]).toBeNull();
            continue;
          }
          const expected = ways[index - 2]!.flatMap(([f]) =>
            ways[index - 1]!.flatMap(([g]) =>
              ways[index]!.map(([h]) =>
                Math.round(
                  (tripleCost(context, [a.keys[0]!, b.keys[0]!, c.keys[0]!], [f!, g!, h!]) * percent) / 100,
                ),
              ),
            ),
          );
          expect([...triples[index]!]).toEqual(expected);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('say nothing of chords', () => {
    const { triples } = lineCosts(context, [touch([60]), touch([62, 65]), touch([64])]);
    expect(triples).toEqual([null, null, null]);
  });

  it('hold of how keys lie from one another, not of where they lie', () => {
    const [low, high] = [line([60, 62, 64]), line([72, 74, 76])];
    expect(high.triples[2]).toBe(low.triples[2]);
    expect(line([61, 63, 65]).triples[2]).not.toBe(low.triples[2]);
    expect(line([60, 62, 65]).triples[2]).not.toBe(low.triples[2]);
    // Whatever is remembered belongs to one shape alone.
    const shapes = [60, 61, 62, 63].flatMap((a) => [58, 63, 66].map((c) => [a, 62, c] as const));
    for (const keys of [...shapes, ...shapes]) {
      const [f, g, h] = keys.map((key) => handKey(key, 'right'));
      const first = line(keys).triples[2]!.slice(0, 5);
      expect([...first]).toEqual(
        [1, 2, 3, 4, 5].map((finger) => tripleCost(context, [f!, g!, h!], [1, 1, finger])),
      );
    }
  });
});

it('never calls a way that the hand reaches beyond reach', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 55, max: 68 }), { minLength: 1, maxLength: 5 }), (keys) => {
      const own = touch([...keys].sort((a, b) => a - b));
      const ways = lineCosts(context, [own]).ways[0]!;
      const reached = ways.filter((fingers) => !isBeyondReach(context, own.keys, fingers));
      expect([0, ways.length]).toContain(reached.length);
    }),
  );
});
