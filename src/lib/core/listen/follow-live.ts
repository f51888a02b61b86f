import type { HandName } from '../hands/hand';
import type { Score } from '../score/model';
import type { Cluster } from './clusters';
import { beginRow, lowest, nextRow } from './follow-row';
import { MomentTable } from './moment-table';
import { expectedOf, type Moment } from './moments';
import type { PlayedKey } from './take';
import { THRESHOLDS } from './thresholds.data';

/**
 * Where a player is, key by key while they play: the least costly moment after what was played so far, by the same steps as a
 * whole take is matched by (`follow-row`), without the second look that a whole take gets. O(moments) a key.
 */
export class LiveFollower {
  readonly #moments: readonly Moment[];
  readonly #table: MomentTable;
  /** Costs before the newest cluster, and with it. */
  #before: Float64Array;
  #now: Float64Array;
  readonly #ways: Int32Array;
  #previous: Cluster | null = null;
  #cluster: { onMs: number; keys: PlayedKey[] } | null = null;

  /** Measures `from` to `to`, ordinals from 0, of one hand or both; `transpose` in semitones as the keyboard is set. */
  constructor(
    score: Score,
    { from, to, hand }: { readonly from: number; readonly to: number; readonly hand: HandName | null },
    private readonly transpose = 0,
  ) {
    this.#moments = expectedOf(score, hand, false).moments.filter(
      ({ measure }) => measure >= from && measure <= to,
    );
    this.#table = new MomentTable(this.#moments, 0);
    this.#before = new Float64Array(this.#moments.length);
    this.#now = new Float64Array(this.#moments.length);
    this.#ways = new Int32Array(this.#moments.length);
  }

  /** A key went down, a MIDI number, at `onMs` of any steady clock: the moment where the player is now; null without music. */
  press(key: number, onMs: number): Moment | null {
    if (this.#moments.length === 0) return null;
    const played = { key: key - this.transpose, onMs, offMs: onMs, velocity: 64 };
    const newest = this.#cluster;
    const isTogether =
      newest !== null &&
      onMs - newest.onMs <= THRESHOLDS.momentMs &&
      newest.keys.every((each) => each.key !== played.key);
    if (isTogether) newest.keys.push(played);
    else {
      this.#previous = newest;
      this.#cluster = { onMs, keys: [played] };
      [this.#before, this.#now] = [this.#now, this.#before];
    }
    const cluster = this.#cluster!;
    if (this.#previous)
      nextRow(
        this.#table,
        { costs: this.#before, cluster: this.#previous },
        cluster,
        0,
        this.#now,
        this.#ways,
      );
    else beginRow(this.#table, cluster, this.#now, this.#ways);
    return this.#moments[lowest(this.#now)]!;
  }
}
