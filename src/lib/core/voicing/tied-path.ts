/** Steps of a way, each with its options and what they cost; some steps must take the same option as an earlier one. */
export interface Chain {
  /** Cost of each option of each step; finite, even where an option is as good as impossible. */
  readonly nodes: readonly (readonly number[])[];
  /** Cost of going from an option of the step before to an option of a step. */
  readonly edge: (step: number, from: number, to: number) => number;
  /** For each step the first that it must be like, or itself. Such steps have as many options as the first. */
  readonly twinOf: readonly number[];
}

/** Rounds in which what repeats is looked at again with all its surroundings in view. */
const ROUNDS = 3;

/**
 * The cheapest way through a chain in which equal steps take equal options: what repeats is decided once, with the
 * surroundings of all its occurrences in view. First the way without ties; then, as long as it gets cheaper, the way again with
 * every first occurrence paying for its copies and for the steps into and out of them. Exact where nothing repeats; ties go to
 * the earlier option. O(rounds × steps × options²).
 */
export function tiedPath(chain: Chain): readonly number[] {
  const { nodes, twinOf } = chain;
  const isTied = twinOf.some((first, step) => first !== step);
  const free = cheapest(
    nodes.length,
    (step) => nodes[step]!.length,
    (step, option) => nodes[step]![option]!,
    chain.edge,
  );
  if (!isTied) return free;
  let best = twinOf.map((first) => free[first]!);
  let least = costOf(chain, best);
  for (let round = 0; round < ROUNDS; round += 1) {
    const next = again(chain, best);
    const cost = costOf(chain, next);
    if (cost >= least) break;
    [best, least] = [next, cost];
  }
  return best;
}

/** What a whole way costs. */
export function costOf({ nodes, edge }: Chain, path: readonly number[]): number {
  return path.reduce(
    (sum, option, step) =>
      sum + nodes[step]![option]! + (step === 0 ? 0 : edge(step, path[step - 1]!, option)),
    0,
  );
}

function again({ nodes, edge, twinOf }: Chain, path: readonly number[]): number[] {
  const copies = new Map<number, number[]>();
  for (const [step, first] of twinOf.entries())
    if (first !== step) copies.set(first, [...(copies.get(first) ?? []), step]);
  const isCopy = (step: number) => twinOf[step] !== step;
  /** A copy that follows the copy of the step before it: the edge between them is the first occurrence's once more. */
  const runsOn = (copy: number) =>
    copy > 0 && twinOf[copy]! > 0 && twinOf[copy - 1] === twinOf[copy]! - 1 && isCopy(copy - 1);
  const node = (step: number, option: number) => {
    if (isCopy(step)) return 0;
    let cost = nodes[step]![option]!;
    for (const copy of copies.get(step) ?? []) {
      cost += nodes[copy]![option]!;
      if (copy > 0 && !runsOn(copy))
        cost += edge(copy, twinOf[copy - 1] === step ? option : path[copy - 1]!, option);
      const next = copy + 1;
      const isCounted = next >= nodes.length || runsOn(next) || twinOf[next] === step;
      if (!isCounted) cost += edge(next, option, path[next]!);
    }
    return cost;
  };
  const weight = twinOf.map(
    (first, step) =>
      1 + (first === step ? (copies.get(step) ?? []).filter((copy) => runsOn(copy)).length : 0),
  );
  const optionAt = (step: number, option: number) => (isCopy(step) ? path[step]! : option);
  const next = cheapest(
    nodes.length,
    (step) => (isCopy(step) ? 1 : nodes[step]!.length),
    node,
    (step, from, to) =>
      // Edges between two copies, or from a step to its own copy, are the node's affair.
      isCopy(step) && (isCopy(step - 1) || twinOf[step] === step - 1)
        ? 0
        : weight[step]! * edge(step, optionAt(step - 1, from), optionAt(step, to)),
  );
  return twinOf.map((first) => next[first]!);
}

function cheapest(
  steps: number,
  sizeOf: (step: number) => number,
  node: (step: number, option: number) => number,
  edge: (step: number, from: number, to: number) => number,
): readonly number[] {
  if (steps === 0) return [];
  let totals = Array.from({ length: sizeOf(0) }, (_, option) => node(0, option));
  const backs: number[][] = [[]];
  for (let step = 1; step < steps; step += 1) {
    const back: number[] = [];
    const now: number[] = [];
    for (let option = 0; option < sizeOf(step); option += 1) {
      let best = Infinity;
      let from = 0;
      for (let each = 0; each < totals.length; each += 1) {
        const cost = totals[each]! + edge(step, each, option);
        if (cost < best) {
          best = cost;
          from = each;
        }
      }
      back.push(from);
      now.push(best + node(step, option));
    }
    totals = now;
    backs.push(back);
  }
  let state = totals.reduce((best, cost, option) => (cost < totals[best]! ? option : best), 0);
  const path: number[] = [];
  for (let step = steps - 1; step >= 0; step -= 1) {
    path.unshift(state);
    state = backs[step]![state] ?? 0;
  }
  return path;
}
