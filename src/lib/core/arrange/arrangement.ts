import type { Pin } from '../document/pins/registry';
import type { Count } from '../counting/count';
import type { LoadTerms, Load } from '../load/load';
import type { Interval } from '../pitch/interval';
import type { Key } from '../pitch/key';
import type { MeasurePedal } from '../pedal/plan-pedal';
import type { Score, Section } from '../score/model';
import type { Setting } from '../document/choices/settings.data';
import type { Loss } from '../score/losses';
import type { Snag } from '../snags/snag';
import type { LeftTexture, RightTexture } from '../document/choices/textures.data';

/** The derived result: a score whose first two staves are the learner's hands (0 right, 1 left), and what stands beside it. */
export interface Arrangement {
  readonly score: Score;
  readonly key: Key;
  readonly sourceKey: Key;
  /** Quarters a minute at which it is played: the source's own, the teacher's, or the rung's. */
  readonly tempo: number;
  /** Counts of each measure, always computed; whether they are printed is the recipe's choice. */
  readonly counts: readonly (readonly Count[])[];
  /** What the pedal does in each measure, and why. */
  readonly pedal: readonly MeasurePedal[];
  readonly textures: readonly LeftTexture[];
  readonly rightTextures: readonly RightTexture[];
  readonly settings: readonly Setting[];
  readonly loads: readonly Load[];
  /** What each hand's load is made of, in hundredths. */
  readonly loadTerms: readonly { readonly right: LoadTerms; readonly left: LoadTerms }[];
  /** Where each hand lies in each measure, as words: "C position". */
  readonly positions: readonly { readonly right: string; readonly left: string }[];
  readonly sections: readonly Section[];
  readonly snags: readonly Snag[];
  readonly losses: readonly Loss[];
  /** What concerns the piece as a whole. */
  readonly remarks: readonly string[];
  /** For each measure the one of the piece as it came in. */
  readonly sourceMeasure: readonly number[];
  /** For each measure the first with the same music, and the first with the same music moved to other notes. */
  readonly firstLike: readonly number[];
  readonly firstAlike: readonly number[];
  readonly circled: readonly string[];
  /** From the source's key to this one, and ticks here to one of the source. */
  readonly interval: Interval;
  readonly scale: number;
  /** Pins whose note is not in this arrangement: kept, and back when the note is back. */
  readonly restingPins: readonly Pin[];
}
