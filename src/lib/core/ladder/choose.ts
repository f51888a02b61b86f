import type { Rung } from '../limits/registry';
import { type Load, distancePart, entryOf, measureLoad, shiftsPart, type HandWork } from '../load/load';
import type { Candidate } from './candidates';
import { PRICES } from './hand-choice';
import { leap, leapBetween } from '../limits/leap';

export interface ChooseTask {
  /** The candidates of each measure, in a fixed order. */
  readonly candidates: readonly (readonly Candidate[])[];
  readonly lengthsMs: readonly number[];
  /** Measures that open a section: textures change there for nothing. */
  readonly opensSection: readonly boolean[];
  readonly rung: Rung;
  /** The load that no measure may pass: that of the rung above; null where there is none. */
  readonly ceilings: readonly (number | null)[];
  /** For each measure the first one with the same music, or itself. */
  readonly firstLike: readonly number[];
}

export interface Choice {
  readonly candidate: Candidate;
  readonly load: Load;
  /** What each candidate of the measure would cost beyond the choice, over the whole piece; null where it cannot be. */
  readonly extra: readonly (number | null)[];
}

const IMPOSSIBLE = Number.MAX_SAFE_INTEGER;

/**
 * Picks one candidate a measure so that the whole costs least: what is lost and what limits are broken, the load, leaps
 * and changes of texture between measures. No measure may weigh more than the same measure on the rung above, whose own
 * choice is always among the candidates, so that a way exists. A second pass draws measures with the same music to the
 * same choice. Dynamic programming, ties to the earlier candidate. O(measures × candidates²).
 */
export function chooseCandidates(task: ChooseTask): readonly Choice[] {
  const edges = edgesOf(task);
  const first = solve(task, edges, null);
  const preferred = task.firstLike.map((index) => first.path[index]!);
  const isRepeating = task.firstLike.some((index, measure) => index !== measure);
  const { path, forward, backward } = isRepeating ? solve(task, edges, preferred) : first;
  const best = Math.min(...forward.at(-1)!);
  return path.map((chosen, measure) => {
    const candidates = task.candidates[measure]!;
    const candidate = candidates[chosen]!;
    const before = measure > 0 ? task.candidates[measure - 1]![path[measure - 1]!]! : null;
    return {
      candidate,
      load: loadOf(candidate, before, task.lengthsMs[measure]!),
      extra: candidates.map((_, index) => {
        const [a, b] = [forward[measure]![index]!, backward[measure]![index]!];
        return a >= IMPOSSIBLE || b >= IMPOSSIBLE ? null : a + b - best;
      }),
    };
  });
}

interface Solution {
  readonly path: readonly number[];
  /** Least cost up to and including each candidate, and from each to the end. */
  readonly forward: readonly (readonly number[])[];
  readonly backward: readonly (readonly number[])[];
}

/** Costs from each candidate of the measure before to each of a measure. */
type Edges = readonly (readonly (readonly number[])[])[];

function solve(task: ChooseTask, edges: Edges, preferred: readonly number[] | null): Solution {
  const { candidates } = task;
  const nodes = candidates.map((own, measure) =>
    own.map((candidate) => candidate.cost + unlikeFirst(task, preferred, measure, candidate)),
  );
  const forward: number[][] = [];
  const backs: number[][] = [];
  for (const [measure, own] of candidates.entries()) {
    const totals: number[] = [];
    const back: number[] = [];
    for (let to = 0; to < own.length; to += 1) {
      let best = IMPOSSIBLE;
      let from = 0;
      for (const [index, row] of edges[measure]!.entries()) {
        const cost = add(measure === 0 ? 0 : forward[measure - 1]![index]!, row[to]!);
        if (cost < best) [best, from] = [cost, index];
      }
      totals.push(add(best, nodes[measure]![to]!));
      back.push(from);
    }
    forward.push(totals);
    backs.push(back);
  }
  const backward: number[][] = candidates.map((own) => own.map(() => 0));
  for (let measure = candidates.length - 2; measure >= 0; measure -= 1)
    backward[measure] = candidates[measure]!.map((_, from) =>
      candidates[measure + 1]!.reduce(
        (least, __, to) =>
          Math.min(
            least,
            add(add(edges[measure + 1]![from]![to]!, nodes[measure + 1]![to]!), backward[measure + 1]![to]!),
          ),
        IMPOSSIBLE,
      ),
    );
  const path: number[] = [];
  let state = indexOfLeast(forward.at(-1) ?? []);
  for (let measure = candidates.length - 1; measure >= 0; measure -= 1) {
    path.unshift(state);
    state = backs[measure]![state]!;
  }
  return { path, forward, backward };
}

/** What each hand's way from each of its choices to each of the next costs is worked out once for both hands' pairs. */
function edgesOf(task: ChooseTask): Edges {
  const { candidates } = task;
  return candidates.map((own, measure) => {
    const lengthMs = task.lengthsMs[measure]!;
    const ceiling = task.ceilings[measure] ?? Infinity;
    const isOpening = task.opensSection[measure]!;
    const before: readonly (Candidate | null)[] = candidates[measure - 1] ?? [null];
    const [right, left] = (['right', 'left'] as const).map(
      (hand) =>
        new Ways(
          task.rung,
          lengthMs,
          before.map((each) => each?.[hand].work ?? null),
          own.map((each) => each[hand].work),
        ),
    );
    return before.map((from, a) =>
      own.map((to, b) => {
        const total = measureLoad(to.rightBase + right!.load(a, b), to.leftBase + left!.load(a, b));
        if (total > ceiling) return IMPOSSIBLE;
        const over = Math.max(0, total - task.rung.load);
        const cost = total * PRICES.loadPoint + over * PRICES.loadPointOver;
        if (!from) return cost;
        const leaps = right!.leap(a, b) + left!.leap(a, b);
        if (isOpening) return cost + leaps;
        return (
          cost +
          leaps +
          leftChange(from, to) +
          (from.right.texture === to.right.texture ? 0 : PRICES.rightTextureChange)
        );
      }),
    );
  });
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

  constructor(rung: Rung, lengthMs: number, from: readonly (HandWork | null)[], to: readonly HandWork[]) {
    const [froms, tos] = [[...new Set(from)], [...new Set(to)]];
    this.#from = from.map((work) => froms.indexOf(work));
    this.#to = to.map((work) => tos.indexOf(work));
    this.#loads = froms.map((before) => tos.map((work) => moving(work, before, lengthMs)));
    this.#leaps = froms.map((before) => tos.map((work) => (before ? leapPrice(before, work, rung) : 0)));
  }

  load(from: number, to: number): number {
    return this.#loads[this.#from[from]!]![this.#to[to]!]!;
  }

  leap(from: number, to: number): number {
    return this.#leaps[this.#from[from]!]![this.#to[to]!]!;
  }
}

function leapPrice(from: HandWork, to: HandWork, { leapSemitones }: Rung): number {
  if (leapSemitones === null || !from.last || !to.first) return 0;
  return leapBetween(from.last, to.first) > leapSemitones ? leap.price : 0;
}

function unlikeFirst(
  { candidates, firstLike }: ChooseTask,
  preferred: readonly number[] | null,
  measure: number,
  candidate: Candidate,
): number {
  const like = firstLike[measure]!;
  if (!preferred || like === measure) return 0;
  const model = candidates[like]![preferred[measure]!]!;
  const isLike =
    model.left.texture === candidate.left.texture &&
    model.right.texture === candidate.right.texture &&
    model.right.rhythm === candidate.right.rhythm;
  return isLike ? 0 : PRICES.unlikeFirstTime;
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

function add(a: number, b: number): number {
  return a >= IMPOSSIBLE || b >= IMPOSSIBLE ? IMPOSSIBLE : a + b;
}

function indexOfLeast(costs: readonly number[]): number {
  return costs.reduce((best, cost, index) => (cost < costs[best]! ? index : best), 0);
}
