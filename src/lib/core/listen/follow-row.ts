import type { Cluster } from './clusters';
import type { MomentTable } from './moment-table';
import { PRICES } from './thresholds.data';

/** The way into a moment: the moment that it came from, `START`, or −(moment + 1) for a cluster that is too many there. */
export const START = 0x7fffffff;
/** So many moments may be passed over without a jump. */
export const MOST_SKIPPED = 6;
/** A way that costs so much more than the best is given up: a jump would bring it back for less. */
const BEAM = 4;
/** What comes later than this after the rest of a moment is no part of it. */
const MORE_WITHIN_MS = 260;

/** Costs of beginning at each moment with the first cluster, into `now`; the ways into `from`. */
export function beginRow(table: MomentTable, cluster: Cluster, now: Float64Array, from: Int32Array): void {
  const meeting = table.meet(cluster);
  for (let i = 0; i < table.length; i += 1) {
    const elsewhere = i === 0 ? 0 : table.isFirst[i] ? PRICES.startElsewhere : PRICES.startAnywhere;
    now[i] = meeting[i]! + Math.min(elsewhere, table.notesUpTo(i) * PRICES.skippedNote);
    from[i] = START;
  }
}

/** What a row is reached from. */
export interface RowBefore {
  readonly costs: Float64Array;
  readonly cluster: Cluster;
}

/**
 * Costs of being at each moment after one more cluster, into `now`; the ways into `from`. `pulse` is in milliseconds a tick, 0
 * where it is not known. O(moments).
 */
export function nextRow(
  table: MomentTable,
  { costs: before, cluster: previous }: RowBefore,
  cluster: Cluster,
  pulse: number,
  now: Float64Array,
  from: Int32Array,
): void {
  const { tick, measure, isFirst } = table;
  const { jumpToMeasure, jumpAnywhere, jumpForward, jumpPerMeasure, skippedNote } = PRICES;
  const size = cluster.keys.length;
  const meeting = table.meet(cluster);
  const staying = table.stay(cluster, previous);
  const gapMs = cluster.onMs - previous.onMs;
  const best = lowest(before);
  const least = before[best]!;
  const limit = least + BEAM;
  let lastAlive = -Infinity;
  for (let i = 0; i < table.length; i += 1) {
    const [own, meets] = [before[i]!, meeting[i]!];
    const isAlive = own <= limit;
    let cost = Infinity;
    let way = -(i + 1);
    if (isAlive) {
      cost = own + size * PRICES.extra;
      const stay = gapMs > MORE_WITHIN_MS ? Infinity : own + staying(i);
      if (stay < cost) {
        cost = stay;
        way = i;
      }
    }
    // No way on that costs more than a jump to the same place is looked at further.
    const isElsewhere = best !== i;
    const jump = isElsewhere
      ? least +
        meets +
        (isFirst[i] === 1 ? jumpToMeasure : jumpAnywhere) +
        Math.abs(measure[i]! - measure[best]!) * jumpPerMeasure +
        (i > best ? jumpForward : 0)
      : Infinity;
    if (i - lastAlive <= MOST_SKIPPED)
      for (let back = 1; back <= MOST_SKIPPED && back <= i; back += 1) {
        const own = before[i - back]!;
        if (own > limit) continue;
        let step = own + table.notesBetween(i - back, i) * skippedNote + meets;
        // What costs more without its pulse costs more with it.
        if (step >= cost || step > jump) continue;
        if (pulse > 0) step += offPulse(gapMs, (tick[i]! - tick[i - back]!) * pulse);
        if (step >= cost) continue;
        cost = step;
        way = i - back;
      }
    if (jump < cost) {
      cost = jump;
      way = best;
    }
    if (isAlive) lastAlive = i;
    now[i] = cost;
    from[i] = way;
  }
}

/** The moment that costs least. */
export function lowest(row: Float64Array): number {
  let best = 0;
  for (let i = 1; i < row.length; i += 1) if (row[i]! < row[best]!) best = i;
  return best;
}

function offPulse(gapMs: number, expectedMs: number): number {
  if (expectedMs <= 0) return 0;
  const octaves = Math.abs(Math.log2(Math.max(1, gapMs) / expectedMs));
  return PRICES.offPulse * Math.max(0, Math.min(1, octaves) - PRICES.offPulseFree);
}
