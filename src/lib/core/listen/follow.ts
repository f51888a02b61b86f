import type { Moment } from './moments';
import type { PlayedKey } from './take';
import { PRICES, THRESHOLDS } from './thresholds.data';

/** Keys that went down together, by the clock. */
export interface Cluster {
  readonly onMs: number;
  readonly keys: readonly PlayedKey[];
}

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

/** Onsets that lie within a moment of the first. */
export function clustersOf(keys: readonly PlayedKey[]): readonly Cluster[] {
  const clusters: { onMs: number; keys: PlayedKey[] }[] = [];
  for (const key of keys) {
    const last = clusters.at(-1);
    const isTogether =
      last && key.onMs - last.onMs <= THRESHOLDS.momentMs && last.keys.every((each) => each.key !== key.key);
    if (isTogether) last.keys.push(key);
    else clusters.push({ onMs: key.onMs, keys: [key] });
  }
  return clusters;
}

const MOST_SKIPPED = 6;
/** A way that costs so much more than the best is given up: a jump would bring it back for less. */
const BEAM = 4;
/** What comes later than this after the rest of a moment is no part of it. */
const MORE_WITHIN_MS = 260;

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
  const { tick, measure, isFirst } = table;
  const { jumpToMeasure, jumpAnywhere, jumpForward, jumpPerMeasure, skippedNote } = PRICES;
  const from = new Int32Array(m * n);
  let before = new Float64Array(n);
  let now = new Float64Array(n);
  for (let k = 0; k < m; k += 1) {
    const cluster = clusters[k]!;
    const size = cluster.keys.length;
    const meeting = table.meet(cluster);
    if (k === 0) {
      for (let i = 0; i < n; i += 1) {
        const elsewhere = i === 0 ? 0 : table.isFirst[i] ? PRICES.startElsewhere : PRICES.startAnywhere;
        now[i] = meeting[i]! + Math.min(elsewhere, table.notesUpTo(i) * PRICES.skippedNote);
        from[i] = START;
      }
    } else {
      const staying = table.stay(cluster, clusters[k - 1]!);
      const gapMs = cluster.onMs - clusters[k - 1]!.onMs;
      const pulse = msPerTick?.[k] ?? 0;
      const best = lowest(before);
      const least = before[best]!;
      const limit = least + BEAM;
      let lastAlive = -Infinity;
      for (let i = 0; i < n; i += 1) {
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
        from[k * n + i] = way;
      }
    }
    [before, now] = [now, before];
  }
  return trace(clusters, from, before, table);
}

const START = 0x7fffffff;

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

function lowest(row: Float64Array): number {
  let best = 0;
  for (let i = 1; i < row.length; i += 1) if (row[i]! < row[best]!) best = i;
  return best;
}

function offPulse(gapMs: number, expectedMs: number): number {
  if (expectedMs <= 0) return 0;
  const octaves = Math.abs(Math.log2(Math.max(1, gapMs) / expectedMs));
  return PRICES.offPulse * Math.max(0, Math.min(1, octaves) - PRICES.offPulseFree);
}

/** The moments laid out in arrays, so that meeting a cluster with each of them is quick. */
export class MomentTable {
  readonly length: number;
  readonly tick: Float64Array;
  readonly measure: Int32Array;
  readonly isFirst: Uint8Array;
  readonly #first: Int32Array;
  readonly #keys: Int16Array;
  readonly #required: Int16Array;
  readonly #sum: Int32Array;
  readonly #has = new Uint8Array(128);
  readonly #hasClass = new Uint8Array(12);

  /** What was asked of it before: the same keys come again and again. */
  readonly #met = new Map<string, Float64Array>();

  /** `shift`: by how much the whole take lies above what is written. */
  constructor(
    moments: readonly Moment[],
    private readonly shift: number,
  ) {
    const n = moments.length;
    this.length = n;
    this.tick = Float64Array.from(moments, ({ tick }) => tick);
    this.measure = Int32Array.from(moments, ({ measure }) => measure);
    this.isFirst = Uint8Array.from(moments, ({ measure }, i) => Number(moments[i - 1]?.measure !== measure));
    this.#first = new Int32Array(n + 1);
    this.#required = new Int16Array(n);
    this.#sum = new Int32Array(n + 1);
    const keys: number[] = [];
    for (const [i, moment] of moments.entries()) {
      this.#first[i] = keys.length;
      keys.push(...moment.keys.map(({ key }) => key));
      this.#required[i] = moment.keys.filter(({ isOptional }) => !isOptional).length;
      this.#sum[i + 1] = this.#sum[i]! + this.#required[i]!;
    }
    this.#first[n] = keys.length;
    this.#keys = Int16Array.from(keys);
  }

  /** Notes of the moments between two, neither included. */
  notesBetween(from: number, to: number): number {
    return to - from < 2 ? 0 : this.#sum[to]! - this.#sum[from + 1]!;
  }

  notesUpTo(to: number): number {
    return this.#sum[to]!;
  }

  /** What it costs that a cluster is each moment's: keys that are not asked for, and those that are missing of it. */
  meet(cluster: Cluster): Float64Array {
    const name = cluster.keys.map(({ key }) => key).join();
    const known = this.#met.get(name);
    if (known) return known;
    const costs = new Float64Array(this.length);
    this.#mark(cluster, 1);
    const size = cluster.keys.length;
    for (let i = 0; i < costs.length; i += 1) {
      let [met, octaves] = [0, 0];
      for (let at = this.#first[i]!; at < this.#first[i + 1]!; at += 1) {
        const key = this.#keys[at]!;
        if (this.#has[key]) met += 1;
        else if (this.#hasClass[key % 12]) octaves += 1;
      }
      octaves = Math.min(octaves, size - met);
      const unmet = size - met - octaves;
      const missing = Math.max(0, this.#required[i]! - met - octaves);
      costs[i] = unmet * PRICES.wrong + octaves * PRICES.octaveOff + missing * PRICES.missing;
    }
    this.#mark(cluster, 0);
    this.#met.set(name, costs);
    return costs;
  }

  /** What it costs that a cluster is more of the same moment. */
  stay(cluster: Cluster, previous: Cluster): (i: number) => number {
    const keys = cluster.keys.map(({ key }) => key - this.shift);
    const again = cluster.keys.filter(({ key }) => previous.keys.some((each) => each.key === key)).length;
    return (i) => {
      let met = 0;
      for (let at = this.#first[i]!; at < this.#first[i + 1]!; at += 1)
        if (keys.includes(this.#keys[at]!)) met += 1;
      const fresh = Math.max(0, met - again);
      return PRICES.more + (keys.length - fresh) * PRICES.wrong - fresh * PRICES.missing;
    };
  }

  #mark(cluster: Cluster, value: 0 | 1): void {
    for (const { key } of cluster.keys) {
      const own = key - this.shift;
      if (own < 0 || own > 127) continue;
      this.#has[own] = value;
      this.#hasClass[own % 12] = value;
    }
  }
}
