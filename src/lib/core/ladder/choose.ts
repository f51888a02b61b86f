import type { Setting } from '../document/choices/settings.data';
import type { HandName } from '../hands/hand';
import type { Rung } from '../limits/registry';
import { type Load, distancePart, entryOf, measureLoad, shiftsPart, type HandWork } from '../load/load';
import type { Candidate } from './candidates';
import { PRICES } from './hand-choice';
import { firstListOf } from './passage-memory';
import { isBass, isLeap, leap, leapBetween } from '../limits/leap';
import { midiOf } from '../pitch/pitch';
import { edgeOf, tiedPath, type Chain } from '../voicing/tied-path';

export interface ChooseTask {
  /** The candidates of each measure, in a fixed order; the rung above's own is the last, where there is a rung above. */
  readonly candidates: readonly (readonly Candidate[])[];
  readonly lengthsMs: readonly number[];
  readonly settingAt: readonly Setting[];
  /** Measures that open a section: textures change there for nothing. */
  readonly opensSection: readonly boolean[];
  readonly rung: Rung;
  /** The loads of the rung above, which bind this one; null where nothing does. */
  readonly above: readonly number[] | null;
  /** For each measure the first that must be played alike, or itself. */
  readonly twinOf: readonly number[];
  /** Of each measure the candidates that may be chosen, the others only telling what else there is; null where all may. */
  readonly open: readonly (readonly Candidate[])[] | null;
}

export interface Choice {
  readonly candidate: Candidate;
  readonly load: Load;
  /** What each candidate of the measure would cost beyond the choice, its neighbours as they are. */
  readonly extra: readonly number[];
}

/** A measure may weigh so much more than on the rung above, so that a passage can be even; the piece's mean and peak never. */
export const LOAD_TOLERANCE = 4;

/**
 * Of a load that the rung above forbids, of a candidate that led to one, and of one that is not open: more than all else
 * together.
 */
const FORBIDDEN = 1e6;

/** How often a load that is too high is met by banning what led to it, and how dear a point of load gets before that is given up. */
const BANS = 5;
const DEAREST = 512;

/**
 * Picks one candidate a measure so that the whole costs least: what is lost and what limits are broken, what the chords ask
 * for, the load, leaps and changes of texture between measures. Measures with the same music take the same candidate: they are
 * decided once, with all their neighbours in view. No load may rise against the rung above (mean and peak; a measure's by a
 * little); its own choice is always among the candidates, so that a way exists. O(measures × candidates²).
 */
export function chooseCandidates(task: ChooseTask): readonly Choice[] {
  const { candidates, above, open } = task;
  const twinOf = alignedTwins(task);
  const prices = pricesOf(task);
  const banned = new Set<number>();
  const chainAt = (loadPrice: number) => chainOf(task, prices, twinOf, loadPrice, banned);
  const solve = (loadPrice: number): Way => {
    const chain = chainAt(loadPrice);
    const path = tiedPath(chain);
    return { chain, path, loads: loadsOf(prices, path) };
  };
  if (open) {
    const chain = chainAt(PRICES.loadPoint);
    const nodes = chain.nodes.map((costs, measure) => onlyOpen(costs, candidates[measure]!, open[measure]!));
    return choicesOf(task, { chain, path: tiedPath({ ...chain, nodes }) });
  }
  if (!above) return choicesOf(task, solve(PRICES.loadPoint));
  for (let attempt = 0; attempt < BANS; attempt += 1) {
    const made = lightEnough(solve, above);
    if (!made) break;
    const heavy = tooHeavy(made.loads, above).measures;
    if (heavy.length === 0) return choicesOf(task, made);
    for (const measure of heavy)
      for (const each of [measure, Math.max(0, measure - 1)]) banned.add(twinOf[each]!);
  }
  const path = candidates.map((own) => own.length - 1);
  return choicesOf(task, { chain: chainAt(PRICES.loadPoint), path });
}

function onlyOpen(
  costs: ArrayLike<number>,
  candidates: readonly Candidate[],
  open: readonly Candidate[],
): ArrayLike<number> {
  return candidates.map((candidate, option) => costs[option]! + (open.includes(candidate) ? 0 : FORBIDDEN));
}

/** A way through the measures, with the load of each. */
interface Way {
  readonly chain: Chain;
  readonly path: readonly number[];
  readonly loads: readonly number[];
}

/**
 * The way whose mean load is within that of the rung above, at the lowest price of load that brings it there, so that no
 * more is given up than must be; null where no price does. O(log of the dearest price) solutions.
 */
function lightEnough(solve: (loadPrice: number) => Way, above: readonly number[]): Way | null {
  const isLight = ({ loads }: Way) => !tooHeavy(loads, above).isMean;
  let [low, price]: [number, number] = [0, PRICES.loadPoint];
  let best = solve(price);
  while (!isLight(best)) {
    if (price >= DEAREST) return null;
    [low, price] = [price, price * 2];
    best = solve(price);
  }
  let high = price;
  while (low > 0 && high - low > 1) {
    const middle = (low + high) >> 1;
    const tried = solve(middle);
    if (isLight(tried)) [high, best] = [middle, tried];
    else low = middle;
  }
  return best;
}

function tooHeavy(loads: readonly number[], above: readonly number[]) {
  const peak = Math.max(...above);
  const sum = (all: readonly number[]) => all.reduce((total, each) => total + each, 0);
  return {
    measures: loads.flatMap((load, index) =>
      load > Math.min(peak, above[index]! + LOAD_TOLERANCE) ? [index] : [],
    ),
    isMean: sum(loads) > sum(above),
  };
}

function loadsOf(prices: readonly Prices[], path: readonly number[]): readonly number[] {
  return prices.map(({ size, loads }, measure) => loads[(path[measure - 1] ?? 0) * size + path[measure]!]!);
}

function choicesOf(
  { candidates, lengthsMs }: ChooseTask,
  { chain, path }: Pick<Way, 'chain' | 'path'>,
): readonly Choice[] {
  return path.map((chosen, measure): Choice => {
    const before = measure > 0 ? candidates[measure - 1]![path[measure - 1]!]! : null;
    const around = (option: number) =>
      chain.nodes[measure]![option]! +
      (measure > 0 ? edgeOf(chain, measure, path[measure - 1]!, option) : 0) +
      (measure + 1 < path.length ? edgeOf(chain, measure + 1, option, path[measure + 1]!) : 0);
    return {
      candidate: candidates[measure]![chosen]!,
      load: loadOf(candidates[measure]![chosen]!, before, lengthsMs[measure]!),
      extra: candidates[measure]!.map((_, option) => Math.max(0, around(option) - around(chosen))),
    };
  });
}

/** Twins with the very same candidates, in the same order; where pins or places differ, a measure is decided by itself. */
function alignedTwins({ candidates, twinOf }: ChooseTask): readonly number[] {
  return twinOf.map((first, measure) => {
    if (first === measure) return measure;
    const [model, own] = [candidates[first]!, candidates[measure]!];
    if (firstListOf(model) === firstListOf(own)) return first;
    const isAlike = model.length === own.length && model.every((each, index) => isTwin(each, own[index]!));
    return isAlike ? first : measure;
  });
}

function isTwin(a: Candidate, b: Candidate): boolean {
  const isSameWay = a.right.texture === b.right.texture && a.left.texture === b.left.texture;
  return isSameWay && isPlayedAlike(a, b);
}

/** Two ways to play a measure that put the very same notes down. */
export function isPlayedAlike(a: Candidate, b: Candidate): boolean {
  return isSameShape(a.right, b.right) && isSameShape(a.left, b.left);
}

/** Two choices for a hand that go by the same name and put the very same notes down. */
export function isSameHand(a: Candidate['right'] | Candidate['left'], b: typeof a): boolean {
  return a.texture === b.texture && isSameShape(a, b);
}

function isSameShape(a: Candidate['right'] | Candidate['left'], b: typeof a): boolean {
  const [first, second] = [a.music.notes, b.music.notes];
  if (first.length !== second.length) return false;
  const shift = (second[0]?.at ?? 0) - (first[0]?.at ?? 0);
  return first.every((note, index) => {
    const other = second[index]!;
    return (
      other.at - note.at === shift &&
      other.duration === note.duration &&
      midiOf(other.pitch) === midiOf(note.pitch)
    );
  });
}

/** For each candidate after each of the measure before (row by row): the load of it, and what else the step costs. */
interface Prices {
  /** How many candidates the measure has. */
  readonly size: number;
  readonly loads: Int16Array;
  readonly others: Int32Array;
}

/** Measures that were priced before, by both measures' candidates wherever those stand, and by what else bears on the step. */
const priced = new WeakMap<readonly Candidate[], WeakMap<readonly Candidate[], Map<string, Prices>>>();
const NOTHING_BEFORE: readonly Candidate[] = [];

function pricesOf(task: ChooseTask): readonly Prices[] {
  const { candidates, settingAt, lengthsMs, opensSection } = task;
  return candidates.map((own, measure) => {
    const before = measure > 0 ? candidates[measure - 1]! : NOTHING_BEFORE;
    const [first, second] = [firstListOf(before), firstListOf(own)];
    const after = priced.get(second) ?? new WeakMap<readonly Candidate[], Map<string, Prices>>();
    priced.set(second, after);
    const known = after.get(first) ?? new Map<string, Prices>();
    after.set(first, known);
    const place = `${task.rung.leapSemitones} ${settingAt[measure]} ${lengthsMs[measure]} ${opensSection[measure]}`;
    const prices = known.get(place) ?? priceMeasure(task, measure);
    known.set(place, prices);
    return prices;
  });
}

function priceMeasure(task: ChooseTask, measure: number): Prices {
  const own = task.candidates[measure]!;
  const before: readonly (Candidate | null)[] = task.candidates[measure - 1] ?? [null];
  const [right, left] = (['right', 'left'] as const).map(
    (hand) =>
      new Ways(
        task.rung,
        task.settingAt[measure]!,
        hand,
        task.lengthsMs[measure]!,
        before.map((each) => each?.[hand].work ?? null),
        own.map((each) => each[hand].work),
      ),
  );
  const loads = new Int16Array(before.length * own.length);
  const others = new Int32Array(before.length * own.length);
  for (const [a, from] of before.entries())
    for (const [b, to] of own.entries()) {
      const at = a * own.length + b;
      loads[at] = measureLoad(to.rightBase + right!.load(a, b), to.leftBase + left!.load(a, b));
      if (!from) continue;
      others[at] = right!.leap(a, b) + left!.leap(a, b);
      if (task.opensSection[measure]) continue;
      others[at] += leftChange(from, to);
      if (from.right.texture !== to.right.texture) others[at] += PRICES.rightTextureChange;
    }
  return { size: own.length, loads, others };
}

function chainOf(
  { candidates, rung, above }: ChooseTask,
  prices: readonly Prices[],
  twinOf: readonly number[],
  loadPrice: number,
  banned: ReadonlySet<number>,
): Chain {
  const peak = above ? Math.max(...above) : Infinity;
  // Every edge is asked for in every round, so each is priced once.
  const edges = prices.map(({ loads, others }, step) => {
    const most = above ? Math.min(peak, above[step]! + LOAD_TOLERANCE) : Infinity;
    const costs = new Float64Array(loads.length);
    for (let at = 0; at < loads.length; at += 1) {
      const load = loads[at]!;
      costs[at] =
        others[at]! +
        load * loadPrice +
        Math.max(0, load - rung.load) * PRICES.loadPointOver +
        Math.max(0, load - most) * FORBIDDEN;
    }
    return costs;
  });
  const nodes = candidates.map((own, measure) => {
    const isBanned = banned.has(twinOf[measure]!);
    return own.map(
      (candidate, option) =>
        candidate.cost +
        (measure === 0 ? edges[0]![option]! : 0) +
        (isBanned && !candidate.isFromAbove ? FORBIDDEN : 0),
    );
  });
  return { nodes, edges, twinOf };
}

function leftChange(from: Candidate, to: Candidate): number {
  const [before, now] = [from.left.texture, to.left.texture];
  if (before === now) return 0;
  return before === 'shares-tune' || now === 'shares-tune' ? PRICES.sharingChange : PRICES.leftTextureChange;
}

/** One hand's ways from one measure into the next, each pair of works looked at once. */
class Ways {
  readonly #from: readonly number[];
  readonly #to: readonly number[];
  readonly #loads: readonly (readonly number[])[];
  readonly #leaps: readonly (readonly number[])[];

  constructor(
    rung: Rung,
    setting: Setting,
    hand: HandName,
    lengthMs: number,
    from: readonly (HandWork | null)[],
    to: readonly HandWork[],
  ) {
    const [froms, tos] = [[...new Set(from)], [...new Set(to)]];
    this.#from = from.map((work) => froms.indexOf(work));
    this.#to = to.map((work) => tos.indexOf(work));
    this.#loads = froms.map((before) => tos.map((work) => moving(work, before, lengthMs)));
    this.#leaps = froms.map((before) =>
      tos.map((work) => (before ? leapPrice(before, work, rung, setting, hand) : 0)),
    );
  }

  load(from: number, to: number): number {
    return this.#loads[this.#from[from]!]![this.#to[to]!]!;
  }

  leap(from: number, to: number): number {
    return this.#leaps[this.#from[from]!]![this.#to[to]!]!;
  }
}

function leapPrice(
  from: HandWork,
  to: HandWork,
  { leapSemitones }: Rung,
  setting: Setting,
  hand: HandName,
): number {
  if (leapSemitones === null || !from.last || !to.first) return 0;
  return isLeap(leapBetween(from.last, to.first), leapSemitones, isBass(setting, hand, from.last, to.first))
    ? leap.price
    : 0;
}

/** The load of a choice when it comes after another. */
export function loadOf(candidate: Candidate, before: Candidate | null, lengthMs: number): Load {
  const right = candidate.rightBase + moving(candidate.right.work, before?.right.work ?? null, lengthMs);
  const left = candidate.leftBase + moving(candidate.left.work, before?.left.work ?? null, lengthMs);
  return { right: Math.round(right / 100), left: Math.round(left / 100), total: measureLoad(right, left) };
}

function moving(work: HandWork, before: HandWork | null, lengthMs: number): number {
  const entry = entryOf(work, before);
  return distancePart(work.distance + entry.distance, lengthMs) + shiftsPart(work.shifts + entry.shifts);
}
