import type { Mark, Note, Slur } from '../../score/model';
import { PinnedNotes, type PinPlace } from './pinned-notes';
import { kindOf, type Pin } from './registry';

export interface Pinned {
  readonly notes: readonly Note[];
  readonly slurs: readonly Slur[];
  readonly marks: readonly Mark[];
  readonly circled: readonly string[];
  /** Measures whose notes or rests are other than they were chosen. */
  readonly touched: ReadonlySet<number>;
  readonly resting: readonly Pin[];
}

/** Puts the teacher's own decisions about notes on top of what was chosen; `pins` in the order of the registry. */
export function putPins(
  pins: readonly Pin[],
  place: PinPlace,
  chosen: readonly Note[],
  slurs: readonly Slur[],
): Pinned {
  const on = new PinnedNotes(place, chosen, slurs);
  for (const pin of pins) {
    const { sound, mark } = kindOf(pin);
    (sound ?? mark)?.(pin, on);
  }
  const stands = ({ from, to }: Slur) => on.notes.has(from) && on.notes.has(to);
  return {
    notes: [...on.notes.values()],
    // The same list where nothing changed, so that whoever draws it can tell.
    slurs: on.slurs.every(stands) ? on.slurs : on.slurs.filter(stands),
    marks: on.marks,
    circled: on.circled,
    touched: on.touched,
    resting: pins.filter(({ id }) => on.resting.has(id)),
  };
}
