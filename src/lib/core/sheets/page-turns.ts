/** A line of music on its way to a page. */
export interface TurningLine {
  readonly height: number;
  /** A page may well be turned after it: a section ends, or a hand rests. */
  readonly isGoodTurn: boolean;
}

export interface TurningRoom {
  readonly firstPage: number;
  readonly otherPages: number;
  readonly between: number;
}

/** A turn at an awkward place costs as much as so large a share of a page left empty. */
const AWKWARD = 0.12;
/** One page more costs far more than any turn. */
const PAGE = 10;

/**
 * How many lines stand on each page: as few pages as can be, and then turns where a hand is free, with little left empty before
 * them. Found by dynamic programming over the last line of each page. O(lines²). A line taller than a page has one to itself.
 */
export function turnPages(lines: readonly TurningLine[], room: TurningRoom): readonly number[] {
  const n = lines.length;
  const best: { cost: number; from: number }[] = [{ cost: 0, from: 0 }];
  for (let end = 1; end <= n; end += 1) {
    best.push({ cost: Infinity, from: end - 1 });
    let height = 0;
    for (let from = end - 1; from >= 0; from -= 1) {
      height += lines[from]!.height + (end - 1 > from ? room.between : 0);
      const page = from === 0 ? room.firstPage : room.otherPages;
      const isAlone = from === end - 1;
      if (height > page && !isAlone) break;
      const isLast = end === n;
      const empty = isLast ? 0 : Math.max(0, page - height) / page;
      const turn = isLast || lines[end - 1]!.isGoodTurn ? 0 : AWKWARD;
      const cost = best[from]!.cost + PAGE + empty * empty + turn;
      if (cost < best[end]!.cost) best[end] = { cost, from };
    }
  }
  const counts: number[] = [];
  for (let end = n; end > 0; end = best[end]!.from) counts.push(end - best[end]!.from);
  return counts.reverse();
}
