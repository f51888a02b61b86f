import { isBlackKey } from '../hands/reach';
import {
  blockCost,
  isBeyondReach,
  offPositionCost,
  onsetCost,
  outsideCost,
  stepCost,
  underTuneCost,
  tripleCost,
  type CostContext,
  type Fingers,
  type HandKey,
} from './costs';

/** One touch of a hand, its keys (five at most) in the order of their places. */
export interface Touch {
  readonly keys: readonly HandKey[];
  /** A pinned finger for each key, or null. */
  readonly pinned: readonly (number | null)[];
  /** What moving here costs, in hundredths of its price: less where silence, slowness or detached playing gives time. */
  readonly movePercent: number;
  /** Not struck: the key is held on, and may be taken over by another finger meanwhile. */
  readonly isHeldOn: boolean;
  /** Of a pattern inside one chord: pairs of its keys that are never held together. */
  readonly apart: readonly (readonly [number, number])[];
  /** Of a figure, which of its keys is struck first and which last, where they are single; null otherwise. */
  readonly enters: number | null;
  readonly leaves: number | null;
  /** The top note belongs to a tune, which is fingered as the line that it is. */
  readonly isTune: boolean;
  /** A composer's full chord, sixth or octave: one after another they move as blocks, whatever is on top. */
  readonly isBlock: boolean;
  /** The whole line lies under five neighbouring fingers: each key has its own. */
  readonly isInPosition: boolean;
  /** Notes that stand in the same surroundings should take the same fingers. */
  readonly kind: string;
}

/** Every price of a line, worked out once: what solving and solving again look up. */
export interface LineCosts {
  readonly ways: readonly (readonly Fingers[])[];
  /** By touch and way. */
  readonly own: readonly Int32Array[];
  /** From each way of a touch to each way of the next, row by row. */
  readonly steps: readonly Int32Array[];
  /** By the ways of three touches running, ended by this one; null where three-note rules say nothing. */
  readonly triples: readonly (Int32Array | null)[];
}

/** Moving costs no more than this after a rest, and rules of three notes hold no longer, in hundredths. */
export const AFTER_REST_PERCENT = 25;

/** What another finger costs beyond the move when a chord is left or reached. */
const OTHER_FINGER_IN_BLOCK = 8;

/** Every strictly rising choice of fingers for so many keys. */
const WAYS: readonly (readonly Fingers[])[] = [0, 1, 2, 3, 4, 5].map((size) =>
  combinations([1, 2, 3, 4, 5], size),
);

function combinations(from: readonly number[], size: number): readonly Fingers[] {
  if (size === 0) return [[]];
  return from.flatMap((finger, index) =>
    combinations(from.slice(index + 1), size - 1).map((rest) => [finger, ...rest]),
  );
}

/** O(touches × ways³). */
export function lineCosts(context: CostContext, touches: readonly Touch[]): LineCosts {
  const ways = touches.map((touch) => waysFor(context, touch));
  const own = touches.map((touch, index) =>
    Int32Array.from(ways[index]!, (fingers) =>
      touch.isHeldOn ? 0 : onsetCost(context, touch.keys, fingers, touch.apart),
    ),
  );
  const steps = touches.slice(1).map((touch, index) => {
    const [from, to] = [ways[index]!, ways[index + 1]!];
    const table = new Int32Array(from.length * to.length);
    for (const [a, f] of from.entries())
      for (const [b, g] of to.entries())
        table[a * to.length + b] = between(context, touches[index]!, f, touch, g);
    return table;
  });
  const triples = touches.map((_, index) => (index < 2 ? null : threeCosts(context, touches, ways, index)));
  return { ways, own, steps, triples };
}

/** Ways that keep to the pins and the hand; where none does, those that keep to less, and the caller reports it. */
function waysFor(context: CostContext, { keys, pinned, apart }: Touch): readonly Fingers[] {
  const all = WAYS[keys.length]!;
  const obeys = (fingers: Fingers) => fingers.every((finger, at) => (pinned[at] ?? finger) === finger);
  const reaches = (fingers: Fingers) => !isBeyondReach(context, keys, fingers, apart);
  for (const isFit of [(each: Fingers) => obeys(each) && reaches(each), obeys, reaches]) {
    const fitting = all.filter(isFit);
    if (fitting.length > 0) return fitting;
  }
  return all;
}

/** The nearest notes of two touches decide what moving costs; a note that stays keeps its finger. */
function between(context: CostContext, from: Touch, f: Fingers, to: Touch, g: Fingers): number {
  if (to.isHeldOn) return f.every((finger, at) => finger === g[at]) ? 0 : context.weights.substitution;
  let cost: number;
  if (f.length === 1 && g.length === 1) {
    const [a, b] = [from.keys[0]!, to.keys[0]!];
    cost = stepCost(context, a, f[0]!, b, g[0]!);
    if (to.isInPosition) cost += offPositionCost(context, a, f[0]!, b, g[0]!);
  } else if (to.isTune && from.isTune && !(from.isBlock && to.isBlock)) {
    cost = underTuneCost(context, from.keys, f, to.keys, g);
  } else {
    cost = 0;
    let pairs = 0;
    for (const [i, a] of from.keys.entries())
      for (const [j, b] of to.keys.entries()) {
        const isOuter = (i === 0 && j === 0) || (i === from.keys.length - 1 && j === to.keys.length - 1);
        if (a.place === b.place) {
          cost += f[i] === g[j] ? 0 : context.weights.repeatedOtherFinger * 2;
          pairs += 1;
        } else if (isOuter) {
          // A hand that goes to or from a chord moves as a whole: no finger need cross another.
          const moved = blockCost(context, a, b);
          cost +=
            f[i] === g[j]
              ? moved
              : Math.min(stepCost(context, a, f[i]!, b, g[j]!) / 2, moved + OTHER_FINGER_IN_BLOCK);
          pairs += 1;
        }
      }
    cost = Math.round(cost / Math.max(1, pairs)) + hopCost(context, from, f, to, g);
    if (f.length === 1 && g.length > 1) cost += outsideCost(context.weights, from.keys[0]!, f[0]!, to.keys);
    if (g.length === 1 && f.length > 1) cost += outsideCost(context.weights, to.keys[0]!, g[0]!, from.keys);
  }
  return to.movePercent === 100 ? cost : Math.round((cost * to.movePercent) / 100);
}

/** The hand moves as a block when the chord changes; one finger that slides there is heard more than one in a line. */
const SLID_BLOCK = 2;

/** One finger goes from the last key of a figure straight to the first of the next. */
function hopCost(context: CostContext, from: Touch, f: Fingers, to: Touch, g: Fingers): number {
  const leaves = from.keys.length === 1 ? 0 : from.leaves;
  const enters = to.keys.length === 1 ? 0 : to.enters;
  if (leaves === null || enters === null) return 0;
  const [last, next, a, b] = [f[leaves]!, g[enters]!, from.keys[leaves]!, to.keys[enters]!];
  if (a.place === b.place) return 0;
  if (last === next) return SLID_BLOCK * context.weights.hop;
  // The thumb on a black key is in the way of a hand that goes over it.
  const thumb = last === 1 ? a : next === 1 ? b : null;
  const isOver = (b.place - a.place) * (next - last) < 0;
  return thumb && isOver && isBlackKey(thumb.key) ? context.weights.hop : 0;
}

/** Prices of three single notes with any fingers, by how they lie from one another: few shapes make up most music. */
const knownTriples = new WeakMap<CostContext, Map<number, Int32Array>>();

function freeTriples(context: CostContext, keys: readonly [HandKey, HandKey, HandKey]): Int32Array {
  const known = knownTriples.get(context) ?? new Map<number, Int32Array>();
  knownTriples.set(context, known);
  const [a, b, c] = keys;
  const blacks = keys.reduce((bits, { key }) => bits * 2 + (isBlackKey(key) ? 1 : 0), 0);
  const shape = ((a.place - b.place + 128) * 256 + (c.place - b.place + 128)) * 8 + blacks;
  const found = known.get(shape);
  if (found) return found;
  const table = new Int32Array(125);
  for (let f = 1; f <= 5; f += 1)
    for (let g = 1; g <= 5; g += 1)
      for (let h = 1; h <= 5; h += 1)
        table[(f - 1) * 25 + (g - 1) * 5 + h - 1] = tripleCost(context, keys, [f, g, h]);
  known.set(shape, table);
  return table;
}

function threeCosts(
  context: CostContext,
  touches: readonly Touch[],
  ways: readonly (readonly Fingers[])[],
  index: number,
): Int32Array | null {
  const [a, b, c] = [touches[index - 2]!, touches[index - 1]!, touches[index]!];
  const percent = Math.min(b.movePercent, c.movePercent);
  const isLine = [a, b, c].every(({ keys, isTune }) => keys.length === 1 || isTune);
  // Over a key that is held on there is time enough for any move.
  if (!isLine || percent <= AFTER_REST_PERCENT || b.isHeldOn || c.isHeldOn) return null;
  const [first, second, third] = [ways[index - 2]!, ways[index - 1]!, ways[index]!];
  const isPlain = [a, b, c].every(({ keys }) => keys.length === 1);
  const isFree = isPlain && percent === 100 && first.length + second.length + third.length === 15;
  if (isFree) return freeTriples(context, [a.keys[0]!, b.keys[0]!, c.keys[0]!]);
  const table = new Int32Array(first.length * second.length * third.length);
  const keys = [a.keys.at(-1)!, b.keys.at(-1)!, c.keys.at(-1)!] as const;
  let at = 0;
  for (const f of first)
    for (const g of second)
      for (const h of third) {
        const cost = tripleCost(context, keys, [f.at(-1)!, g.at(-1)!, h.at(-1)!]);
        table[at] = percent === 100 ? cost : Math.round((cost * percent) / 100);
        at += 1;
      }
  return table;
}
