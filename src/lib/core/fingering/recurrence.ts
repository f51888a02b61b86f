import type { CostContext } from './costs';
import { lineCosts, type Touch } from './line-costs';
import { solveLine, type Fingering } from './solve';

/** Rounds of the global stage. */
const RECURRENCE_ROUNDS = 3;
/** An average is taken no higher than this, so that one impossible member does not decide for all. */
const HIGHEST_MARGIN = 400;

/**
 * Recurrence, the global stage: notes in the same surroundings should take the same fingers. The margins of a kind are
 * averaged, a share of them is added to each member, and the line is solved again (after the max-marginal averaging of
 * dual decomposition). The local cost of the best is reported apart as `localBest`. O(rounds × touches × ways³).
 */
export function solveWithRecurrence(
  context: CostContext,
  touches: readonly Touch[],
): Fingering & { readonly localBest: number } {
  const costs = lineCosts(context, touches);
  const first = solveLine(costs);
  const groups = new Map<string, number[]>();
  for (const [index, touch] of touches.entries()) {
    const name = `${touch.kind}/${costs.ways[index]!.length}`;
    const members = groups.get(name);
    if (members) members.push(index);
    else groups.set(name, [index]);
  }
  const shared = [...groups.values()].filter((members) => members.length > 1);
  if (shared.length === 0) return { ...first, localBest: first.cost };
  let solved = first;
  for (let round = 0; round < RECURRENCE_ROUNDS; round += 1) {
    const added: (Int32Array | null)[] = touches.map(() => null);
    for (const members of shared) {
      const more = Int32Array.from(costs.ways[members[0]!]!, (_, way) => {
        const mean =
          members.reduce((sum, each) => sum + solved.margins[each]![way]!.extra, 0) / members.length;
        return Math.round((Math.min(HIGHEST_MARGIN, mean) * context.weights.recurrencePercent) / 100);
      });
      for (const each of members) added[each] = more;
    }
    solved = solveLine(costs, added);
  }
  return { ...solved, localBest: first.cost };
}
