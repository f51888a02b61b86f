import type { Cluster } from './clusters';
import { beginRow, lowest, MOST_SKIPPED, nextRow, START } from './follow-row';
import type { MomentTable } from './moment-table';

/** Where a cluster belongs: a moment of the music, or between moments as one that is too many. */
export interface Followed {
  readonly cluster: Cluster;
  readonly moment: number;
  readonly isExtra: boolean;
  /** The cluster went on at another place than where the one before it was. */
  readonly isJump: boolean;
}

export interface Path {
  readonly steps: readonly Followed[];
  readonly cost: number;
}

/**
 * The way of a performance through the music: for each cluster the moment that it belongs to, so that the whole costs least. A cluster
 * may go a step on, past some notes, stay where it is (a hand that comes after the other), be too many, or jump: back for a
 * restart, ahead for a skip. One table of clusters × moments, two rows kept; jumps go through the best of a row.
 *
 * Method: the states and jumps of a score-following hidden Markov model, solved for the best path (Nakamura, Yoshii & Katayose 2017,
 * “Performance error detection and post-processing for fast and accurate symbolic music alignment”, ISMIR; alignment by dynamic
 * programming as in Müller 2015, ch. 3). We differ in prices instead of learned probabilities. `msPerTick` is the pulse of each
 * cluster, where it is known from a first pass: what fits it decides between ways that are alike otherwise. O(clusters × moments).
 */
export function follow(
  clusters: readonly Cluster[],
  table: MomentTable,
  msPerTick: readonly number[] | null,
): Path {
  const [m, n] = [clusters.length, table.length];
  if (m === 0 || n === 0) return { steps: [], cost: 0 };
  const from = new Int32Array(m * n);
  let before = new Float64Array(n);
  let now = new Float64Array(n);
  for (const [k, cluster] of clusters.entries()) {
    const ways = from.subarray(k * n, (k + 1) * n);
    if (k === 0) beginRow(table, cluster, now, ways);
    else
      nextRow(table, { costs: before, cluster: clusters[k - 1]! }, cluster, msPerTick?.[k] ?? 0, now, ways);
    [before, now] = [now, before];
  }
  return trace(clusters, from, before, table);
}

function trace(clusters: readonly Cluster[], from: Int32Array, last: Float64Array, table: MomentTable): Path {
  const n = last.length;
  // What of the end was not played is missing, but breaking off is no fault of the notes that were.
  const end = lowest(last);
  const steps: Followed[] = [];
  let moment = end;
  for (let k = clusters.length - 1; k >= 0; k -= 1) {
    const way = from[k * n + moment]!;
    const isExtra = way < 0;
    const previous = way === START ? moment : isExtra ? moment : way;
    const isJump =
      k > 0 &&
      (previous > moment || (table.notesBetween(previous, moment) > 0 && moment - previous > MOST_SKIPPED));
    steps.push({ cluster: clusters[k]!, moment, isExtra, isJump });
    moment = previous;
  }
  return { steps: steps.reverse(), cost: last[end]! };
}
