import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canReach, isBlackKey } from '../hands/reach';
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
  type HandKey,
} from './costs';
import { pairIndex, spansFor } from './spans.data';
import { usualShape } from './usual-shape';
import { SMOOTH, type FingeringWeights } from './weights.data';

/** Every price another, far apart, so that a cost tells which prices are in it and how often. */
const WEIGHTS = Object.fromEntries(
  Object.keys(SMOOTH).map((name, index) => [
    name,
    name === 'passes' ? [1009, 1013, 1019, 1021] : 3001 + 97 * index * (index + 1),
  ]),
) as unknown as FingeringWeights;

const contextOf = (largest: number, hand: 'right' | 'left' = 'right'): CostContext => ({
  spans: spansFor(largest),
  largest,
  weights: { ...WEIGHTS, positionCap: 5 },
  hand,
});

type Price = Exclude<keyof FingeringWeights, 'passes' | 'positionCap' | 'recurrencePercent'>;

/** A cost as the prices it is made of. */
class Bill {
  total = 0;
  constructor(readonly weights: FingeringWeights) {}
  add(price: Price, times = 1) {
    this.total += this.weights[price] * times;
  }
}

const apart = (semitones: number) => [1, 1, 1, 2, 2, 3, 3][semitones] ?? (semitones < 0 ? 1 : 4);
const inner = (near: number, far: number) => (far >= 5 && near <= 4 ? 2 : 3);

function billSpan(bill: Bill, context: CostContext, low: number, high: number, distance: number) {
  const { maxComf, minComf, maxRel, closest } = context.spans[pairIndex(low, high)]!;
  const isThumb = low === 1;
  bill.add('stretch', Math.max(0, distance - maxComf) + Math.max(0, minComf - distance));
  bill.add(isThumb ? 'largeSpanThumb' : 'largeSpan', Math.max(0, distance - maxRel));
  if (distance >= 0) bill.add(isThumb ? 'smallSpanThumb' : 'smallSpan', Math.max(0, closest - distance));
}

function beyond(context: CostContext, a: HandKey, f: number, b: HandKey, g: number): boolean {
  const { minPrac, maxPrac } = context.spans[pairIndex(f, g)]!;
  const distance = b.place - a.place;
  if (f === 1 && g === 5 && distance > 0) return !canReach(a.key, b.key, context.largest);
  return distance > maxPrac || distance < minPrac;
}

type Apart = readonly (readonly [number, number])[];
const isIn = (apartPairs: Apart, i: number, j: number) =>
  apartPairs.some((pair) => pair.join() === `${i},${j}`);

/** What is asked of a touch, told over again rule by rule. */
function onset(
  context: CostContext,
  keys: readonly HandKey[],
  fingers: readonly number[],
  apartPairs: Apart = [],
): number {
  const bill = new Bill(context.weights);
  bill.add('weakFinger', fingers.filter((finger) => finger === 4 || finger === 5).length);
  if (keys.length === 1 && isBlackKey(keys[0]!.key)) {
    if (fingers[0] === 1) bill.add('thumbOnBlack');
    if (fingers[0] === 5) bill.add('fiveOnBlack');
  }
  const usual = usualShape(
    keys.map(({ place }) => place),
    context.hand,
  );
  if (usual) {
    if (fingers[0] !== 1 || fingers.at(-1) !== 5) bill.add('chordShape');
    for (const [index, finger] of fingers.entries())
      if (index > 0 && index < fingers.length - 1 && finger !== usual[index]) bill.add('chordShape');
  }
  for (const [index, { place }] of keys.entries()) {
    const next = keys[index + 1];
    if (next)
      bill.add('chordSpread', Math.abs(fingers[index + 1]! - fingers[index]! - apart(next.place - place)));
  }
  if (keys.length >= 2 && fingers[0] !== 1) bill.add('thumbOffLowest');
  for (const [i, a] of keys.entries())
    for (const [j, b] of keys.entries()) {
      if (j <= i) continue;
      const isApart = isIn(apartPairs, i, j);
      // Keys that are never held together stretch the hand as neighbours alone.
      if (!isApart || j === i + 1) billSpan(bill, context, fingers[i]!, fingers[j]!, b.place - a.place);
      if (!isApart && beyond(context, a, fingers[i]!, b, fingers[j]!)) bill.add('beyondPractical');
    }
  return bill.total;
}

/** What is asked from one note to the next, told over again rule by rule. */
function step(context: CostContext, a: HandKey, f: number, b: HandKey, g: number): number {
  const { spans, weights } = context;
  const bill = new Bill(weights);
  const distance = b.place - a.place;
  const size = Math.abs(distance);
  const pair = spans[pairIndex(Math.min(f, g), Math.max(f, g))];
  if (size > spans[pairIndex(1, 5)]!.maxPrac) {
    const reached = (g > f && distance > 0) || (g < f && distance < 0) ? pair!.maxPrac : 0;
    bill.add('leap');
    if (f === g) bill.add('hop');
    bill.add('hopPerSemitone', size - reached);
    return bill.total;
  }
  if (f === g) {
    if (size > 0) bill.add('hop');
    bill.add('hopPerSemitone', size);
    return bill.total;
  }
  if (size === 0) {
    bill.add('repeatedOtherFinger');
    return bill.total;
  }
  const [low, high] = [Math.min(f, g), Math.max(f, g)];
  const upward = f < g ? distance : -distance;
  billSpan(bill, context, low, high, upward);
  if (f === 3 && g === 4) bill.add('threeToFour');
  const isBlack = { a: isBlackKey(a.key), b: isBlackKey(b.key) };
  const four = f === 4 ? isBlack.a : isBlack.b;
  const three = f === 3 ? isBlack.a : isBlack.b;
  if (low === 3 && high === 4 && four && !three) bill.add('fourOnBlack');
  const ends = [
    [f, isBlack.a, isBlack.b],
    [g, isBlack.b, isBlack.a],
  ] as const;
  for (const [finger, own, other] of ends) {
    if (!own) continue;
    if (finger === 1 && !other) bill.add('thumbOnBlackBeside');
    if (finger === 5 && !other) bill.add('fiveOnBlackBeside');
  }
  if (size <= 2) {
    if (ends.some(([finger, own]) => finger === 1 && own)) bill.add('thumbOnBlackStep');
    if (ends.some(([finger, own]) => finger === 5 && own)) bill.add('fiveOnBlackStep');
  }
  if (upward < 0 && low === 1) {
    if (pair!.minPrac - upward > 3) {
      bill.add('beyondPractical');
      bill.add('hopPerSemitone', -upward);
      return bill.total;
    }
    bill.total += weights.passes[high - 2]!;
    const [thumbIsBlack, fingerIsBlack] = f === 1 ? [isBlack.a, isBlack.b] : [isBlack.b, isBlack.a];
    if (thumbIsBlack) bill.add('passToBlack');
    if (!thumbIsBlack && fingerIsBlack) bill.add('passUnderBlack', -1);
    if (high === 5) bill.add('passToBlack');
    bill.add('passTooWide', Math.max(0, pair!.minPrac - upward));
    return bill.total;
  }
  if (upward < 0) {
    const moved = 2 * (high - low) - upward;
    if (moved <= 3) bill.add('crossing');
    else {
      bill.add('lift');
      bill.add('hopPerSemitone', moved);
    }
  } else if (upward > pair!.maxPrac) {
    bill.add('beyondPractical');
    bill.add('hopPerSemitone', upward - pair!.maxPrac);
  }
  return bill.total;
}

/** What the tune over two chords asks, and what lies under it, told over again. */
function underTune(
  context: CostContext,
  from: readonly HandKey[],
  f: readonly number[],
  to: readonly HandKey[],
  g: readonly number[],
): number {
  const [a, b] = [from.at(-1)!, to.at(-1)!];
  const [last, next] = [f.at(-1)!, g.at(-1)!];
  const rise = Math.sign(b.place - a.place);
  const isSlid = last === next && rise !== 0;
  const isOver = last > 1 && next > 1 && Math.sign(next - last) === -rise && rise !== 0;
  const others = to.slice(0, -1).filter((under, index) => {
    const stood = from.slice(0, -1).findIndex((each) => each.place === under.place);
    return stood >= 0 && f[stood] !== g[index];
  });
  return (
    step(context, a, last, b, next) +
    (isSlid || isOver ? 400 : 0) +
    others.length * context.weights.repeatedOtherFinger
  );
}

/** What three notes running ask, told over again rule by rule. */
function triple(
  context: CostContext,
  [a, b, c]: readonly [HandKey, HandKey, HandKey],
  [f, g, h]: readonly [number, number, number],
): number {
  const { spans, weights } = context;
  const bill = new Bill(weights);
  const [into, out] = [b.place - a.place, c.place - b.place];
  const isOnward = Math.sign(into) * Math.sign(out) === 1;
  const isTurn = Math.sign(into) * Math.sign(out) === -1;
  const change = (semitones: number, times: number) => {
    bill.add('positionChange', times);
    bill.add('positionSize', Math.min(5, semitones));
  };
  if (f === h) {
    if (a.place !== c.place) change(Math.abs(c.place - a.place), 1);
  } else {
    const { minComf, maxComf } = spans[pairIndex(Math.min(f, h), Math.max(f, h))]!;
    const upward = (c.place - a.place) * (f < h ? 1 : -1);
    const outside = Math.max(upward - maxComf, minComf - upward, 0);
    if (outside > 0) change(outside, g === 1 && isOnward ? 2 : 1);
  }
  if ([f, g, h].sort().join('') === '345') bill.add('threeFourFive');
  if (g === 5 && isOnward) bill.add('fiveInRun');
  if (isTurn && Math.abs(into) >= 8 && Math.abs(out) <= 2) bill.add('reachInside', into > 0 ? 5 - g : g - 1);
  if (Math.abs(into) >= 3 && Math.abs(out) >= 3) {
    if (isTurn && (f === 1 || g === 1) && into * (g - f) < 0) bill.add('passTurn');
    if (isTurn) bill.add('turnInside', into > 0 ? 5 - g : g - 1);
    const notes = [
      [a, f],
      [b, g],
      [c, h],
    ] as const;
    const under = (finger: number) => notes.find(([, each]) => each === finger)?.[0];
    const [thumb, little] = [under(1), under(5)];
    if (thumb && little) {
      const [middle, finger] = notes.find(([, each]) => each !== 1 && each !== 5) ?? notes[2];
      const [near, far] = [middle.place - thumb.place, little.place - middle.place];
      if (near >= 3 && far >= 3 && finger !== inner(near, far)) bill.add('brokenShape');
    }
    const isCrossed = into * (g - f) < 0 || out * (h - g) < 0;
    if (!isCrossed) {
      bill.add('brokenSpread', Math.abs(Math.abs(g - f) - apart(Math.abs(into))));
      bill.add('brokenSpread', Math.abs(Math.abs(h - g) - apart(Math.abs(out))));
    }
    if (g === 3 && !isBlackKey(b.key)) {
      const outer = f === 2 ? h : h === 2 ? f : null;
      const beside = f === outer ? a : c;
      const isClose = Math.abs(b.place - beside.place) <= 4;
      if (isClose && (outer === 5 || (outer === 1 && b.place < beside.place))) bill.add('openThree');
    }
  }
  if (Math.abs(into) === 1 && into === out && isBlackKey(b.key) && g !== 3) bill.add('chromaticThree');
  return bill.total;
}

const hand = fc.constantFrom<'right' | 'left'>('right', 'left');
const largest = fc.constantFrom(10, 12, 15, 17);
const finger = fc.integer({ min: 1, max: 5 });
const key = fc.integer({ min: 48, max: 67 });
/** Fingers of a chord rise with its keys. */
const chord = fc.subarray([1, 2, 3, 4, 5], { minLength: 1 }).chain((fingers) =>
  fc.record({
    fingers: fc.constant(fingers),
    keys: fc.uniqueArray(fc.integer({ min: 48, max: 66 }), {
      minLength: fingers.length,
      maxLength: fingers.length,
    }),
  }),
);
const placed = (keys: readonly number[], name: 'right' | 'left') =>
  keys.map((each) => handKey(each, name)).sort((a, b) => a.place - b.place);

describe('the prices of fingers, against the rules told over again', () => {
  it('of one touch', () => {
    fc.assert(
      fc.property(chord, hand, largest, ({ fingers, keys }, name, span) => {
        const context = contextOf(span, name);
        const own = placed(keys, name);
        expect(onsetCost(context, own, fingers)).toBe(onset(context, own, fingers));
        const isBeyond = own.some((a, i) =>
          own.some((b, j) => j > i && beyond(context, a, fingers[i]!, b, fingers[j]!)),
        );
        expect(isBeyondReach(context, own, fingers)).toBe(isBeyond);
      }),
      { numRuns: 1500 },
    );
  });

  it('of one figure, whose keys need not all be held together', () => {
    const pair = fc.tuple(fc.nat(3), fc.integer({ min: 1, max: 4 })).filter(([i, j]) => i < j);
    fc.assert(
      fc.property(
        chord,
        fc.array(pair, { maxLength: 4 }),
        hand,
        largest,
        ({ fingers, keys }, pairs, name, span) => {
          const context = contextOf(span, name);
          const own = placed(keys, name);
          expect(onsetCost(context, own, fingers, pairs)).toBe(onset(context, own, fingers, pairs));
          const isBeyond = own.some((a, i) =>
            own.some(
              (b, j) => j > i && !isIn(pairs, i, j) && beyond(context, a, fingers[i]!, b, fingers[j]!),
            ),
          );
          expect(isBeyondReach(context, own, fingers, pairs)).toBe(isBeyond);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it('of a tune over what lies under it', () => {
    fc.assert(
      fc.property(chord, chord, hand, largest, (from, to, name, span) => {
        const context = contextOf(span, name);
        const [a, b] = [placed(from.keys, name), placed(to.keys, name)];
        expect(underTuneCost(context, a, from.fingers, b, to.fingers)).toBe(
          underTune(context, a, from.fingers, b, to.fingers),
        );
      }),
      { numRuns: 1500 },
    );
  });

  it('of two notes', () => {
    fc.assert(
      fc.property(key, finger, key, finger, hand, largest, (from, f, to, g, name, span) => {
        const context = contextOf(span, name);
        const [a, b] = [handKey(from, name), handKey(to, name)];
        expect(stepCost(context, a, f, b, g)).toBe(step(context, a, f, b, g));
      }),
      { numRuns: 4000 },
    );
  });

  it('of three notes', () => {
    const move = fc.oneof(fc.integer({ min: -7, max: 7 }), fc.integer({ min: -12, max: 12 }));
    fc.assert(
      fc.property(
        key,
        move,
        move,
        finger,
        finger,
        finger,
        hand,
        largest,
        (start, into, out, f, g, h, name, span) => {
          const context = contextOf(span, name);
          const keys = [start, start + into, start + into + out].map((each) => handKey(each, name));
          const three = [keys[0]!, keys[1]!, keys[2]!] as const;
          expect(tripleCost(context, three, [f, g, h])).toBe(triple(context, three, [f, g, h]));
        },
      ),
      { numRuns: 6000 },
    );
  });
});

describe('prices by example', () => {
  const context = contextOf(15);
  const at = (name: number) => handKey(name, 'right');

  it('a left hand is a mirrored right one', () => {
    expect(handKey(60, 'right')).toEqual({ key: 60, place: 60 });
    expect(handKey(60, 'left')).toEqual({ key: 60, place: -60 });
  });

  it('a white thumb under a black finger is cheaper than under a white one, and a black thumb dearest', () => {
    const smooth = { ...contextOf(15), weights: SMOOTH };
    const pass = (from: number, f: number, to: number) => stepCost(smooth, at(from), f, at(to), 1);
    expect(pass(66, 3, 67)).toBeLessThan(pass(64, 3, 65));
    expect(pass(64, 3, 66)).toBeGreaterThan(pass(64, 3, 65) + 100);
  });

  it('a chord’s finger that goes on moves with its hand, and leaps beyond the span', () => {
    const { weights } = context;
    expect(blockCost(context, at(60), at(60))).toBe(weights.blockShift);
    expect(blockCost(context, at(60), at(57))).toBe(weights.blockShift + 3 * weights.blockPerSemitone);
    expect(blockCost(context, at(60), at(75))).toBe(weights.blockShift + 15 * weights.blockPerSemitone);
    expect(blockCost(context, at(60), at(76))).toBe(Math.round(weights.leap / 2) + weights.hopPerSemitone);
  });

  it('under one position fingers lie as their letters do', () => {
    const off = (from: number, f: number, to: number, g: number) =>
      offPositionCost(context, at(from), f, at(to), g) / context.weights.offPosition;
    expect(off(60, 1, 60, 3)).toBe(0);
    expect(off(60, 1, 62, 2)).toBe(0);
    expect(off(60, 1, 64, 3)).toBe(0);
    expect(off(60, 1, 65, 4)).toBe(0);
    expect(off(60, 1, 67, 5)).toBe(0);
    expect(off(60, 1, 62, 3)).toBe(1);
    expect(off(67, 5, 60, 1)).toBe(0);
    expect(off(62, 2, 60, 2)).toBe(1);
    expect(off(62, 1, 60, 2)).toBe(2);
  });

  it('a note beyond a chord wants the outer finger of that side', () => {
    const chordKeys = [60, 64, 67].map(at);
    const outside = (name: number, each: number) =>
      outsideCost(context.weights, at(name), each, chordKeys) / context.weights.leapOutside;
    expect(outside(70, 5)).toBe(0);
    expect(outside(70, 3)).toBe(2);
    expect(outside(69, 3)).toBe(0);
    expect(outside(57, 1)).toBe(0);
    expect(outside(57, 4)).toBe(3);
    expect(outside(58, 4)).toBe(0);
  });
});
