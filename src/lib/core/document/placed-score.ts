import type { Interval } from '../pitch/interval';
import type { Key } from '../pitch/key';
import type { Score } from '../score/model';

/** What editing needs of an arrangement: its notes, and the way back from them to the source. */
export interface PlacedScore {
  readonly score: Score;
  readonly key: Key;
  /** For each measure the one of the piece as it came in. */
  readonly sourceMeasure: readonly number[];
  /** From the source's key to this one, and ticks here to one of the source. */
  readonly interval: Interval;
  readonly scale: number;
}
