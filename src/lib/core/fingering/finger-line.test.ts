import { weightsOf } from './weights.data';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ARPEGGIOS, FIGURES, FIVE_FINGERS, POSITION_LINES, SCALES } from '../../testing/labelled/scales';
import { FAMILIES, PASSAGES } from '../../testing/labelled/passages';
import { passageHits } from '../../testing/passage-hits';
import { shareOf } from '../../testing/standard-hits';
import { handKey, onsetCost, stepCost, tripleCost, type CostContext, type Fingers } from './costs';
import { fingerLine } from './finger-line';
import { lineCosts, type Touch } from './line-costs';
import { solveFingers } from './solve';
import { pairIndex, spansFor } from './spans.data';

const context = (hand: 'right' | 'left', largest = 15): CostContext => ({
  hand,
  largest,
  spans: spansFor(largest),
  weights: weightsOf('smooth'),
});

function touchesOf(chords: readonly (readonly number[])[], hand: 'right' | 'left'): readonly Touch[] {
  return chords.map((keys) => {
    const ordered = [...keys].sort((a, b) => (hand === 'right' ? a - b : b - a));
    return {
      keys: ordered.map((key) => handKey(key, hand)),
      pinned: ordered.map(() => null),
      movePercent: 100,
      isHeldOn: false,
      apart: [],
      isTune: false,
      isBlock: false,
      enters: null,
      leaves: null,
      isInPosition: false,
      kind: '',
    };
  });
}

/** Every way to finger a line, priced by looking up each step by itself. */
function cheapestOfAll(line: CostContext, touches: readonly Touch[]): number {
  const { ways, own, steps, triples } = lineCosts(line, touches);
  let best = Infinity;
  const visit = (index: number, a: number, b: number, cost: number) => {
    if (index === touches.length) {
      best = Math.min(best, cost);
      return;
    }
    const size = ways[index]!.length;
    for (let c = 0; c < size; c += 1) {
      let more = own[index]![c]!;
      if (index > 0) more += steps[index - 1]![b * size + c]!;
      if (index > 1) more += triples[index]?.[(a * ways[index - 1]!.length + b) * size + c] ?? 0;
      visit(index + 1, b, c, cost + more);
    }
  };
  visit(0, 0, 0, 0);
  return best;
}

const hand = fc.constantFrom<'right' | 'left'>('right', 'left');
const keys = fc.array(fc.integer({ min: 48, max: 76 }), { minLength: 1, maxLength: 6 });
const chord = fc.uniqueArray(fc.integer({ min: 48, max: 62 }), { minLength: 1, maxLength: 4 });

describe('fingering', () => {
  it('prices a line of single notes as the sum of its rules', () => {
    fc.assert(
      fc.property(
        hand,
        keys,
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 6, maxLength: 6 }),
        (side, line, fingers) => {
          const own = context(side);
          const places = line.map((key) => handKey(key, side));
          let expected = 0;
          for (const [index, key] of places.entries()) {
            expected += onsetCost(own, [key], [fingers[index]!]);
            if (index > 0)
              expected += stepCost(own, places[index - 1]!, fingers[index - 1]!, key, fingers[index]!);
            if (index > 1)
              expected += tripleCost(
                own,
                [places[index - 2]!, places[index - 1]!, key],
                [fingers[index - 2]!, fingers[index - 1]!, fingers[index]!],
              );
          }
          const touches = touchesOf(
            line.map((key) => [key]),
            side,
          ).map((touch, index) => ({
            ...touch,
            pinned: [fingers[index]!],
          }));
          expect(solveFingers(own, touches).cost).toBe(expected);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('costs, by the local rules, what the cheapest of all fingerings costs: lines of up to seven', () => {
    fc.assert(
      fc.property(
        hand,
        fc.array(fc.integer({ min: 48, max: 76 }), { minLength: 1, maxLength: 7 }),
        (side, line) => {
          const touches = touchesOf(
            line.map((key) => [key]),
            side,
          );
          expect(solveFingers(context(side), touches).cost).toBe(cheapestOfAll(context(side), touches));
        },
      ),
      { numRuns: 40 },
    );
  });

  it('and chords, held keys and moves at other prices among them', () => {
    const touch = fc.record({
      keys: chord,
      movePercent: fc.constantFrom(100, 60, 25),
      isHeldOn: fc.boolean(),
    });
    fc.assert(
      fc.property(hand, fc.array(touch, { minLength: 1, maxLength: 6 }), (side, list) => {
        const touches = touchesOf(
          list.map((each) => each.keys),
          side,
        ).map((each, index) => ({
          ...each,
          movePercent: list[index]!.movePercent,
          isHeldOn:
            list[index]!.isHeldOn && index > 0 && list[index - 1]!.keys.length === list[index]!.keys.length,
        }));
        expect(solveFingers(context(side), touches).cost).toBe(cheapestOfAll(context(side), touches));
      }),
      { numRuns: 25 },
    );
  });

  it('says what recurrence costs beyond the local best, and never less than nothing', () => {
    fc.assert(
      fc.property(
        hand,
        fc.array(fc.integer({ min: 55, max: 70 }), { minLength: 4, maxLength: 24 }),
        (side, line) => {
          // A line under five fingers is priced by its position as well.
          fc.pre(Math.max(...line) - Math.min(...line) > 7);
          const solved = fingerLine({
            hand: side,
            largest: 15,
            style: 'smooth',
            onsets: line.map((key) => ({ keys: [key] })),
          });
          const touches = touchesOf(
            line.map((key) => [key]),
            side,
          ).map((touch, index) => ({
            ...touch,
            pinned: solved.fingers[index]!,
          }));
          expect(solveFingers(context(side), touches).cost).toBeGreaterThanOrEqual(solved.localBest);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('stretches no pair beyond what the hand can, together or in a line, while another pair reaches', () => {
    fc.assert(
      fc.property(
        hand,
        fc.integer({ min: 9, max: 16 }),
        fc.array(fc.integer({ min: 50, max: 72 }), { minLength: 2, maxLength: 12 }),
        (side, largest, line) => {
          const own = context(side, largest);
          const { fingers } = fingerLine({
            hand: side,
            largest,
            style: 'smooth',
            onsets: line.map((key) => ({ keys: [key] })),
          });
          for (let index = 1; index < line.length; index += 1) {
            const [f, g] = [fingers[index - 1]![0]!, fingers[index]![0]!];
            const [low, high] = f < g ? [f, g] : [g, f];
            const distance = handKey(line[index]!, side).place - handKey(line[index - 1]!, side).place;
            const signed = f < g ? distance : -distance;
            if (f === g || Math.abs(distance) > own.spans[pairIndex(1, 5)]!.maxPrac) continue;
            // Only the thumb passes; other fingers change sides only where the hand was lifted and moved on.
            if (low > 1 && signed < 0) expect(2 * (high - low) - signed).toBeGreaterThanOrEqual(4);
            expect(signed).toBeLessThanOrEqual(own.spans[pairIndex(low, high)]!.maxPrac);
          }
        },
      ),
      { numRuns: 120 },
    );
  });

  it('says of every other way what it would cost beyond the best, chords included', () => {
    fc.assert(
      fc.property(hand, fc.array(chord, { minLength: 2, maxLength: 4 }), (side, chords) => {
        const touches = touchesOf(chords, side);
        const solved = solveFingers(context(side), touches);
        for (const [index, ways] of solved.margins.entries())
          for (const { fingers, extra } of ways) {
            const pinned = touches.map((touch, each) =>
              each === index ? { ...touch, pinned: fingers } : touch,
            );
            expect(solveFingers(context(side), pinned).cost).toBe(solved.cost + extra);
          }
      }),
      { numRuns: 40 },
    );
  });

  it('never takes one finger for two keys at once, nor fingers in the wrong order', () => {
    fc.assert(
      fc.property(hand, fc.array(chord, { minLength: 1, maxLength: 8 }), (side, chords) => {
        const sorted = chords.map((each) => [...each].sort((a, b) => a - b));
        const { lowToHigh } = fingerLine({
          hand: side,
          largest: 15,
          style: 'smooth',
          onsets: sorted.map((each) => ({ keys: each })),
        });
        for (const fingers of lowToHigh) {
          const rising = side === 'right' ? fingers : [...fingers].reverse();
          for (const [index, finger] of rising.entries())
            if (index > 0) expect(finger).toBeGreaterThan(rising[index - 1]!);
        }
      }),
    );
  });

  it('never grows cheaper as the hand grows smaller', () => {
    fc.assert(
      fc.property(hand, keys, fc.integer({ min: 8, max: 16 }), (side, line, largest) => {
        const touches = touchesOf(
          line.map((key) => [key]),
          side,
        );
        const cost = (span: number) => solveFingers(context(side, span), touches).cost;
        expect(cost(largest - 1)).toBeGreaterThanOrEqual(cost(largest));
      }),
      { numRuns: 400 },
    );
  });

  it('keeps a teacher’s finger and works round it', () => {
    const solved = fingerLine({
      hand: 'right',
      largest: 15,
      style: 'smooth',
      onsets: [60, 62, 64, 65, 67].map((key, index) => ({ keys: [key], pinned: [index === 2 ? 1 : null] })),
    });
    expect(solved.lowToHigh[2]).toEqual([1]);
  });

  it('gives triads their usual shapes', () => {
    const shape = (side: 'right' | 'left', ...notes: number[]): Fingers =>
      fingerLine({ hand: side, largest: 15, style: 'smooth', onsets: [{ keys: notes }] }).lowToHigh[0]!;
    expect(shape('right', 60, 64, 67)).toEqual([1, 3, 5]);
    expect(shape('right', 64, 67, 72)).toEqual([1, 2, 5]);
    expect(shape('right', 67, 72, 76)).toEqual([1, 3, 5]);
    expect(shape('left', 48, 52, 55)).toEqual([5, 3, 1]);
    expect(shape('left', 52, 55, 60)).toEqual([5, 3, 1]);
    expect(shape('left', 43, 48, 52)).toEqual([5, 2, 1]);
    expect(shape('right', 60, 72)).toEqual([1, 5]);
  });
});

describe('standard fingerings', () => {
  it('scales of two octaves, both hands, up and down', () =>
    expect(shareOf(SCALES)).toBeGreaterThanOrEqual(0.97));
  it('arpeggios of two octaves, both hands, up and down', () =>
    expect(shareOf(ARPEGGIOS)).toBeGreaterThanOrEqual(0.9));
  it('broken chords and root–fifth–third–fifth, in every position and key', () =>
    expect(shareOf(FIGURES)).toBeGreaterThanOrEqual(0.95));
  it('five-finger patterns from every key', () => expect(shareOf(FIVE_FINGERS)).toBe(1));
  it('lines that fit one position do not shift', () => expect(shareOf(POSITION_LINES)).toBe(1));
  it('labelled passages of every family: at least 95 of 100 notes', () => {
    const all = PASSAGES.map((passage) => passageHits(passage));
    expect(PASSAGES.length).toBeGreaterThanOrEqual(150);
    expect(new Set(PASSAGES.map(({ family }) => family)).size).toBe(Object.keys(FAMILIES).length);
    const share =
      all.reduce((sum, { hits }) => sum + hits, 0) / all.reduce((sum, { notes }) => sum + notes, 0);
    expect(share).toBeGreaterThanOrEqual(0.95);
  });
});
