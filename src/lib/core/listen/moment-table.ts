import type { Cluster } from './clusters';
import type { Moment } from './moments';
import { PRICES } from './thresholds.data';

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
