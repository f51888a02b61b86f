import { canReach, isBlackKey } from '../hands/reach';
import { pairIndex, type PairSpan, type SpanTable } from './spans.data';
import { usualShape, WHOLE_STEP } from './usual-shape';
import type { FingeringWeights } from './weights.data';

/** A key as one hand sees it: `place` rises from thumb to little finger, so that a left hand is a mirrored right one. */
export interface HandKey {
  readonly key: number;
  readonly place: number;
}

export function handKey(key: number, hand: 'right' | 'left'): HandKey {
  return { key, place: hand === 'right' ? key : -key };
}

export interface CostContext {
  readonly spans: SpanTable;
  /** Largest reach in semitones, thumb to little finger. */
  readonly largest: number;
  readonly weights: FingeringWeights;
  readonly hand: 'right' | 'left';
}

/** Fingers of one onset, one a note, in the order of the notes' places. */
export type Fingers = readonly number[];

/** What an onset costs by itself: weak fingers, thumb and little finger on black keys, the shape of a chord. */
export function onsetCost(
  context: CostContext,
  keys: readonly HandKey[],
  fingers: Fingers,
  apart: readonly (readonly [number, number])[] = [],
): number {
  const { spans, weights } = context;
  let cost = 0;
  for (const [index, finger] of fingers.entries()) {
    const { key } = keys[index]!;
    if (finger >= 4) cost += weights.weakFinger;
    if (isBlackKey(key) && keys.length === 1) {
      if (finger === 1) cost += weights.thumbOnBlack;
      if (finger === 5) cost += weights.fiveOnBlack;
    }
  }
  if (keys.length >= 3) cost += shapeCost(context, keys, fingers);
  for (let index = 1; index < keys.length; index += 1) {
    const wanted = fingersApart(keys[index]!.place - keys[index - 1]!.place);
    cost += weights.chordSpread * Math.abs(fingers[index]! - fingers[index - 1]! - wanted);
  }
  if (keys.length > 1 && fingers[0] !== 1) cost += weights.thumbOffLowest;
  for (let low = 0; low < fingers.length; low += 1)
    for (let high = low + 1; high < fingers.length; high += 1) {
      // Of a figure only neighbours are stretched, and nothing is held that is not struck together.
      const isApart = apart.some(([i, j]) => i === low && j === high);
      if (isApart && high > low + 1) continue;
      const [a, b] = [fingers[low]!, fingers[high]!];
      const distance = keys[high]!.place - keys[low]!.place;
      const span = spans[pairIndex(a, b)]!;
      cost += spanCost(weights, span, distance, a === 1);
      if (!isApart && isPairBeyond(context, keys[low]!, a, keys[high]!, b)) cost += weights.beyondPractical;
    }
  return cost;
}

/** Chords have their habits: another finger than the usual one costs the same for each note. */
function shapeCost({ weights, hand }: CostContext, keys: readonly HandKey[], fingers: Fingers): number {
  const usual = usualShape(
    keys.map(({ place }) => place),
    hand,
  );
  if (!usual) return 0;
  const outer = fingers[0] === 1 && fingers.at(-1) === 5 ? 0 : 1;
  const inner = fingers.slice(1, -1).filter((finger, index) => finger !== usual[index + 1]).length;
  return weights.chordShape * (outer + inner);
}

/** The twelve rules for neighbouring notes: stretch, small and large span, three to four, black keys, passing. */
export function stepCost(context: CostContext, from: HandKey, f: number, to: HandKey, g: number): number {
  const { spans, weights } = context;
  const distance = to.place - from.place;
  const widest = spans[pairIndex(1, 5)]!.maxPrac;
  if (Math.abs(distance) > widest) return leapCost(context, distance, f, g);
  if (f === g) {
    if (distance === 0) return 0;
    return weights.hop + weights.hopPerSemitone * Math.abs(distance);
  }
  if (distance === 0) return weights.repeatedOtherFinger;
  const [low, high] = f < g ? [f, g] : [g, f];
  const span = spans[pairIndex(low, high)]!;
  const signed = f < g ? distance : -distance;
  let cost = spanCost(weights, span, signed, low === 1);
  if (f === 3 && g === 4) cost += weights.threeToFour;
  const [fromBlack, toBlack] = [isBlackKey(from.key), isBlackKey(to.key)];
  if ((f === 3 && g === 4 && !fromBlack && toBlack) || (f === 4 && g === 3 && fromBlack && !toBlack))
    cost += weights.fourOnBlack;
  if ((f === 1 && fromBlack && !toBlack) || (g === 1 && toBlack && !fromBlack))
    cost += weights.thumbOnBlackBeside;
  if ((f === 5 && fromBlack && !toBlack) || (g === 5 && toBlack && !fromBlack))
    cost += weights.fiveOnBlackBeside;
  if (Math.abs(distance) <= WHOLE_STEP) {
    if ((f === 1 && fromBlack) || (g === 1 && toBlack)) cost += weights.thumbOnBlackStep;
    if ((f === 5 && fromBlack) || (g === 5 && toBlack)) cost += weights.fiveOnBlackStep;
  }
  const isPass = low === 1 && signed < 0;
  if (isPass && span.minPrac - signed > WIDEST_PASS) cost += beyondCost(context, -signed, 0);
  else if (isPass) {
    cost += weights.passes[high - 2] ?? weights.passes[3];
    const thumbBlack = f === 1 ? fromBlack : toBlack;
    const fingerBlack = f === 1 ? toBlack : fromBlack;
    if (thumbBlack) cost += weights.passToBlack;
    else if (fingerBlack) cost -= weights.passUnderBlack;
    if (high === 5) cost += weights.passToBlack;
    if (signed < span.minPrac) cost += weights.passTooWide * (span.minPrac - signed);
  } else if (signed < 0) cost += acrossCost(weights, high - low, -signed);
  else if (signed > span.maxPrac) cost += beyondCost(context, signed, span.maxPrac);
  return cost;
}

/** Where no two fingers reach, the hand leaps: the less, the farther apart the fingers are that leave and land. */
function leapCost({ spans, weights }: CostContext, distance: number, f: number, g: number): number {
  const isOutward = (g - f) * distance > 0;
  const covered = isOutward ? spans[pairIndex(Math.min(f, g), Math.max(f, g))]!.maxPrac : 0;
  const slid = f === g ? weights.hop : 0;
  return weights.leap + slid + weights.hopPerSemitone * (Math.abs(distance) - covered);
}

/** From so many semitones on, fingers that change sides have not crossed: the hand was lifted and moved. */
const LIFTED_FROM = 4;

function acrossCost(weights: FingeringWeights, fingersBetween: number, semitones: number): number {
  const moved = 2 * fingersBetween + semitones;
  return moved < LIFTED_FROM ? weights.crossing : weights.lift + weights.hopPerSemitone * moved;
}

/** Beyond what a pair stretches to while another pair would reach. */
function beyondCost({ weights }: CostContext, distance: number, most: number): number {
  return weights.beyondPractical + weights.hopPerSemitone * (distance - most);
}

/** Does a pair of fingers of a chord stretch beyond what the hand can? */
export function isBeyondReach(
  context: CostContext,
  keys: readonly HandKey[],
  fingers: Fingers,
  apart: readonly (readonly [number, number])[] = [],
): boolean {
  const isHeld = (i: number, j: number) => !apart.some(([low, high]) => low === i && high === j);
  return fingers.some((low, i) =>
    fingers.some((high, j) => j > i && isHeld(i, j) && isPairBeyond(context, keys[i]!, low, keys[j]!, high)),
  );
}

/** The whole reach is a matter of key widths, where E–G and C–E tenths are the same; inner pairs go by the table. */
function isPairBeyond(
  { spans, largest }: CostContext,
  from: HandKey,
  low: number,
  to: HandKey,
  high: number,
): boolean {
  const distance = to.place - from.place;
  const span = spans[pairIndex(low, high)]!;
  if (low === 1 && high === 5 && distance > 0) return !canReach(from.key, to.key, largest);
  return distance > span.maxPrac || distance < span.minPrac;
}

/** A hop, or a long finger over a long one, in a tune over chords costs so much beyond what it does in a single line. */
const BROKEN_TUNE = 400;

/** The tune leads: its top notes move as a single line, and what lies beneath them takes what is left. */
export function underTuneCost(
  context: CostContext,
  from: readonly HandKey[],
  f: Fingers,
  to: readonly HandKey[],
  g: Fingers,
): number {
  const [a, b, last, next] = [from.at(-1)!, to.at(-1)!, f.at(-1)!, g.at(-1)!];
  let cost = stepCost(context, a, last, b, next);
  const isHop = last === next && a.place !== b.place;
  const isLongOverLong = last !== 1 && next !== 1 && (b.place - a.place) * (next - last) < 0;
  if (isHop || isLongOverLong) cost += BROKEN_TUNE;
  for (const [index, key] of to.slice(0, -1).entries()) {
    const before = from.slice(0, -1).findIndex(({ place }) => place === key.place);
    if (before >= 0 && f[before] !== g[index]) cost += context.weights.repeatedOtherFinger;
  }
  return cost;
}

/** A finger of a chord that goes on to another key. */
export function blockCost(context: CostContext, from: HandKey, to: HandKey): number {
  const { spans, weights } = context;
  const distance = Math.abs(from.place - to.place);
  const widest = spans[pairIndex(1, 5)]!.maxPrac;
  return distance > widest
    ? Math.round(weights.leap / 2) + weights.hopPerSemitone * (distance - widest)
    : weights.blockShift + weights.blockPerSemitone * distance;
}

function spanCost(weights: FingeringWeights, span: PairSpan, distance: number, hasThumb: boolean): number {
  let cost = 0;
  if (distance > span.maxComf) cost += weights.stretch * (distance - span.maxComf);
  if (distance < span.minComf) cost += weights.stretch * (span.minComf - distance);
  if (distance > span.maxRel)
    cost += (hasThumb ? weights.largeSpanThumb : weights.largeSpan) * (distance - span.maxRel);
  if (distance < span.closest && distance >= 0)
    cost += (hasThumb ? weights.smallSpanThumb : weights.smallSpan) * (span.closest - distance);
  return cost;
}

/** Rules that need three notes: changes of position and their size, three-four-five, the little finger in mid-run. */
export function tripleCost(
  { spans, weights }: CostContext,
  [a, b, c]: readonly [HandKey, HandKey, HandKey],
  [f, g, h]: readonly [number, number, number],
): number {
  let cost = 0;
  if (f !== h) {
    const [low, high] = f < h ? [f, h] : [h, f];
    const span = spans[pairIndex(low, high)]!;
    const signed = f < h ? c.place - a.place : a.place - c.place;
    const outside =
      signed > span.maxComf ? signed - span.maxComf : signed < span.minComf ? span.minComf - signed : 0;
    if (outside > 0) {
      const isBetween = (b.place - a.place) * (c.place - b.place) > 0;
      const isFull = g === 1 && isBetween;
      cost += weights.positionChange * (isFull ? 2 : 1) + positionSize(weights, outside);
    }
  } else if (a.place !== c.place)
    cost += weights.positionChange + positionSize(weights, Math.abs(c.place - a.place));
  if (f >= 3 && g >= 3 && h >= 3 && f !== g && g !== h && f !== h) cost += weights.threeFourFive;
  const goesOn = (b.place - a.place) * (c.place - b.place) > 0;
  if (g === 5 && goesOn) cost += weights.fiveInRun;
  const [into, out] = [b.place - a.place, c.place - b.place];
  const isChordal = Math.abs(into) >= 3 && Math.abs(out) >= 3;
  if (isChordal && into * out < 0 && Math.min(f, g) === 1 && into * (g - f) < 0) cost += weights.passTurn;
  if (isChordal && into > 0 && out < 0) cost += weights.turnInside * (5 - g);
  if (isChordal && into < 0 && out > 0) cost += weights.turnInside * (g - 1);
  cost += reachCost(weights, into, out, g);
  if (isChordal) cost += brokenCost(weights, [a, b, c], [f, g, h]);
  const isChromatic = into === out && Math.abs(into) === 1;
  if (isChromatic && isBlackKey(b.key) && g !== 3) cost += weights.chromaticThree;
  return cost;
}

/** A reach of a sixth or more whose line then steps back wants the outer finger at its end. */
function reachCost({ reachInside }: FingeringWeights, into: number, out: number, finger: number): number {
  const isReach = Math.abs(into) >= REACH && Math.abs(out) <= WHOLE_STEP && into * out < 0;
  if (!isReach) return 0;
  return reachInside * (into > 0 ? 5 - finger : finger - 1);
}

const REACH = 8;

/** How far apart two fingers lie on keys so far apart, in a hand that rests on five neighbouring letters. */
function fingersApart(semitones: number): number {
  if (semitones <= 2) return 1;
  if (semitones <= 4) return 2;
  return semitones <= 6 ? 3 : 4;
}

/** Under a hand that stays in one position, fingers lie as far apart as the letters of their keys. */
export function offPositionCost(
  { weights }: CostContext,
  from: HandKey,
  f: number,
  to: HandKey,
  g: number,
): number {
  const distance = to.place - from.place;
  if (distance === 0) return 0;
  return weights.offPosition * Math.abs(g - f - Math.sign(distance) * fingersApart(Math.abs(distance)));
}

/** A single note beyond a chord on one side wants the outer finger of that side. */
export function outsideCost(
  { leapOutside }: FingeringWeights,
  single: HandKey,
  finger: number,
  chord: readonly HandKey[],
): number {
  const [low, high] = [chord[0]!.place, chord.at(-1)!.place];
  if (single.place >= high + 3) return leapOutside * (5 - finger);
  return single.place <= low - 3 ? leapOutside * (finger - 1) : 0;
}

/** Semitones past the table that the arm carries a passing hand; farther it is a leap. */
const WIDEST_PASS = 3;

function positionSize({ positionSize: price, positionCap }: FingeringWeights, semitones: number): number {
  return price * Math.min(semitones, positionCap);
}

/** What a broken chord asks beyond its single steps: the inner finger of its shape, and the fourth where the hand is open. */
function brokenCost(
  { brokenShape, brokenSpread, openThree }: FingeringWeights,
  keys: readonly [HandKey, HandKey, HandKey],
  fingers: readonly [number, number, number],
): number {
  const [a, b, c] = keys;
  const [f, g, h] = fingers;
  let cost = 0;
  const thumb = f === 1 ? a : g === 1 ? b : h === 1 ? c : null;
  const little = f === 5 ? a : g === 5 ? b : h === 5 ? c : null;
  if (thumb && little) {
    const [inner, finger] = f !== 1 && f !== 5 ? [a, f] : g !== 1 && g !== 5 ? [b, g] : [c, h];
    const [near, far] = [inner.place - thumb.place, little.place - inner.place];
    if (near >= 3 && far >= 3 && finger !== innerFinger(near, far)) cost += brokenShape;
  }
  const isPassing = (b.place - a.place) * (g - f) < 0 || (c.place - b.place) * (h - g) < 0;
  if (!isPassing) {
    const off = (from: HandKey, low: number, to: HandKey, high: number) =>
      Math.abs(Math.abs(high - low) - fingersApart(Math.abs(to.place - from.place)));
    cost += brokenSpread * (off(a, f, b, g) + off(b, g, c, h));
  }
  const outer = f === 2 && g === 3 ? h : h === 2 && g === 3 ? f : 0;
  if ((outer === 1 || outer === 5) && !isBlackKey(b.key)) {
    const beside = f === outer ? a : c;
    const isOverThumb = outer === 5 || b.place < beside.place;
    if (isOverThumb && Math.abs(b.place - beside.place) <= 4) cost += openThree;
  }
  return cost;
}

/** The finger inside a triad with thumb and little finger outside, by the gaps on either side of it. */
function innerFinger(near: number, far: number): 2 | 3 {
  return far >= 5 && near <= 4 ? 2 : 3;
}
