/** Steps of a way, each with its options and what they cost; some steps must take the same option as an earlier one. */
export interface Chain {
  /** Cost of each option of each step; finite, even where an option is as good as impossible. */
  readonly nodes: readonly ArrayLike<number>[];
  /** For each step the cost of going from an option of the step before (row) to one of its own (column); empty for the first. */
  readonly edges: readonly ArrayLike<number>[];
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
  const free = cheapest(nodes, chain.edges);
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
export function costOf(chain: Chain, path: readonly number[]): number {
  return path.reduce(
    (sum, option, step) =>
      sum + chain.nodes[step]![option]! + (step === 0 ? 0 : edgeOf(chain, step, path[step - 1]!, option)),
    0,
  );
}

/** What it costs to go from an option of the step before to an option of a step. */
export function edgeOf({ nodes, edges }: Chain, step: number, from: number, to: number): number {
  return edges[step]![from * nodes[step]!.length + to]!;
}

function again(chain: Chain, path: readonly number[]): number[] {
  const { nodes, edges, twinOf } = chain;
  const edge = (step: number, from: number, to: number) => edgeOf(chain, step, from, to);
  const copies = new Map<number, number[]>();
  for (const [step, first] of twinOf.entries())
    if (first !== step) copies.set(first, [...(copies.get(first) ?? []), step]);
  const isCopy = (step: number) => twinOf[step] !== step;
  /** A copy that follows the copy of the step before it: the edge between them is the first occurrence's once more. */
  const runsOn = (copy: number) =>
    copy > 0 && twinOf[copy]! > 0 && twinOf[copy - 1] === twinOf[copy]! - 1 && isCopy(copy - 1);
  const node = (step: number, option: number) => {
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
  // A copy has one option, which is decided elsewhere.
  const optionsAt = (step: number) => (isCopy(step) ? [path[step]!] : [...Array(nodes[step]!.length).keys()]);
  const next = cheapest(
    twinOf.map((_, step) =>
      isCopy(step) ? [0] : Float64Array.from(nodes[step]!, (_, option) => node(step, option)),
    ),
    twinOf.map((first, step) => {
      if (step === 0) return [];
      const isCopied = first !== step;
      if (!isCopied && !isCopy(step - 1)) {
        const times = 1 + (copies.get(step) ?? []).filter((copy) => runsOn(copy)).length;
        return times === 1 ? edges[step]! : Float64Array.from(edges[step]!, (each) => times * each);
      }
      // Edges between two copies, or from a step to its own copy, are the node's affair.
      const isNone = isCopied && (isCopy(step - 1) || first === step - 1);
      return optionsAt(step - 1).flatMap((from) =>
        optionsAt(step).map((to) => (isNone ? 0 : edge(step, from, to))),
      );
    }),
  );
  return twinOf.map((first) => next[first]!);
}

function cheapest(
  nodes: readonly ArrayLike<number>[],
  edges: readonly ArrayLike<number>[],
): readonly number[] {
  if (nodes.length === 0) return [];
  let totals = Float64Array.from(nodes[0]!);
  const backs: Int32Array[] = [new Int32Array()];
  for (let step = 1; step < nodes.length; step += 1) {
    const [own, priced] = [nodes[step]!, edges[step]!];
    const size = own.length;
    const back = new Int32Array(size);
    const now = new Float64Array(size);
    for (let option = 0; option < size; option += 1) {
      let best = Infinity;
      let from = 0;
      for (let each = 0; each < totals.length; each += 1) {
        const cost = totals[each]! + priced[each * size + option]!;
        if (cost < best) {
          best = cost;
          from = each;
        }
      }
      back[option] = from;
      now[option] = best + own[option]!;
    }
    totals = now;
    backs.push(back);
  }
  let state = totals.reduce((best, cost, option) => (cost < totals[best]! ? option : best), 0);
  const path = new Array<number>(nodes.length);
  for (let step = nodes.length - 1; step >= 0; step -= 1) {
    path[step] = state;
    state = backs[step]![state] ?? 0;
  }
  return path;
}
