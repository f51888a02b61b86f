import type { CostContext, Fingers } from './costs';
import { lineCosts, type LineCosts, type Touch } from './line-costs';

export interface Fingering {
  readonly fingers: readonly Fingers[];
  readonly cost: number;
  /** For each touch and each way to finger it, what that would cost beyond the best, by the local rules. */
  readonly margins: readonly (readonly { readonly fingers: Fingers; readonly extra: number }[])[];
}

const UNREACHED = 2 ** 30;

/**
 * Fingers a line of touches at the least cost: dynamic programming over the last two touches, so that rules of three notes
 * are exact. Ties go to the lower fingers. O(touches × ways³).
 */
export function solveFingers(context: CostContext, touches: readonly Touch[]): Fingering {
  return solveLine(lineCosts(context, touches));
}

/** The same from prices worked out before; with `added` (a touch and a way each) a global stage is laid over the local one. */
export function solveLine(costs: LineCosts, added: readonly (Int32Array | null)[] = []): Fingering {
  const { ways, steps, triples } = costs;
  const count = ways.length;
  if (count === 0) return { fingers: [], cost: 0, margins: [] };
  const own = costs.own.map((prices, index) => {
    const more = added[index];
    return more ? prices.map((price, way) => price + more[way]!) : prices;
  });
  // forward[i][a·|b|+b]: least cost up to touch i with ways a, b at i−1 and i; for the first touch a is 0.
  const forward: Int32Array[] = [own[0]!];
  const backs: Uint8Array[] = [];
  for (let index = 1; index < count; index += 1) {
    const [before, sizeA, sizeB] = [forward[index - 1]!, ways[index - 1]!.length, ways[index]!.length];
    const sizeZ = index === 1 ? 1 : ways[index - 2]!.length;
    const triple = triples[index] ?? null;
    const table = new Int32Array(sizeA * sizeB);
    const back = new Uint8Array(sizeA * sizeB);
    for (let a = 0; a < sizeA; a += 1)
      for (let b = 0; b < sizeB; b += 1) {
        let best = UNREACHED;
        let which = 0;
        for (let z = 0; z < sizeZ; z += 1) {
          const price = before[z * sizeA + a]! + (triple === null ? 0 : triple[(z * sizeA + a) * sizeB + b]!);
          if (price < best) [best, which] = [price, z];
        }
        table[a * sizeB + b] = best + steps[index - 1]![a * sizeB + b]! + own[index]![b]!;
        back[a * sizeB + b] = which;
      }
    forward.push(table);
    backs.push(back);
  }
  const last = forward.at(-1)!;
  let at = leastOf(last);
  const cost = last[at]!;
  const chosen: number[] = [];
  for (let index = count - 1; index >= 0; index -= 1) {
    const size = ways[index]!.length;
    const b = at % size;
    chosen.unshift(b);
    if (index === 0) break;
    const a = (at - b) / size;
    const z = index >= 2 ? backs[index - 1]![at]! : 0;
    at = z * ways[index - 1]!.length + a;
  }
  return {
    fingers: chosen.map((way, index) => ways[index]![way]!),
    cost,
    margins: marginsOf(costs, own, forward, cost),
  };
}

function leastOf(table: Int32Array): number {
  let best = 0;
  for (let index = 1; index < table.length; index += 1) if (table[index]! < table[best]!) best = index;
  return best;
}

/** Least cost through every way of every touch: backward costs added to the forward ones. */
function marginsOf(
  { ways, steps, triples }: LineCosts,
  own: readonly Int32Array[],
  forward: readonly Int32Array[],
  cost: number,
): Fingering['margins'] {
  const margins: (readonly { fingers: Fingers; extra: number }[])[] = [];
  // backward[a·|b|+b]: least cost of what follows a touch, given ways a, b at index−1 and index.
  let backward = new Int32Array(forward.at(-1)!.length);
  for (let index = ways.length - 1; index >= 0; index -= 1) {
    const table = forward[index]!;
    const sizeB = ways[index]!.length;
    const sizeA = table.length / sizeB;
    const least = new Int32Array(sizeB).fill(UNREACHED);
    for (let a = 0; a < sizeA; a += 1)
      for (let b = 0; b < sizeB; b += 1)
        least[b] = Math.min(least[b]!, table[a * sizeB + b]! + backward[a * sizeB + b]!);
    margins.unshift(ways[index]!.map((fingers, b) => ({ fingers, extra: least[b]! - cost })));
    if (index === 0) break;
    const triple = triples[index] ?? null;
    const previous = new Int32Array(forward[index - 1]!.length).fill(UNREACHED);
    const sizeZ = previous.length / sizeA;
    for (let z = 0; z < sizeZ; z += 1)
      for (let a = 0; a < sizeA; a += 1)
        for (let b = 0; b < sizeB; b += 1) {
          const through =
            steps[index - 1]![a * sizeB + b]! +
            own[index]![b]! +
            (triple === null ? 0 : triple[(z * sizeA + a) * sizeB + b]!) +
            backward[a * sizeB + b]!;
          if (through < previous[z * sizeA + a]!) previous[z * sizeA + a] = through;
        }
    backward = previous;
  }
  return margins;
}
