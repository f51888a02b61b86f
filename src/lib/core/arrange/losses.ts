import { pitchName, type Pitch } from '../pitch/pitch';
import type { TimeSignature } from '../score/model';
import { beatsOf } from '../score/time';
import type { NoteId } from '../units';

export type HandName = 'right' | 'left';

/**
 * What the arranger did to notes of the source, and why. One record a note that was left out, shortened, moved, rolled or
 * given to the other hand, or whose tied values became one; one a measure where a texture stands in place of a whole voice (`notes` names them all).
 */
export interface Loss {
  readonly measure: number;
  readonly hand: HandName;
  readonly kind:
    'left-out' | 'joined' | 'shortened' | 'moved' | 'rolled' | 'other-hand' | 'replaced' | 'sign';
  readonly notes: readonly NoteId[];
  readonly sentence: string;
  /** The note stands so because the hand does not reach: a caution goes with it. */
  readonly isForReach?: true;
}

/** A pitch as it is printed: B♭4. */
export function pitchLabel(pitch: Pitch): string {
  return pitchName(pitch).replaceAll('b', '♭').replaceAll('#', '♯');
}

/** Where in the measure: "beat 2", "after beat 2". `place` counts from the start of the metre. */
export function placeLabel(place: number, time: TimeSignature): string {
  const beat = beatsOf(time).findLast((each) => each.at <= place);
  if (!beat) return 'the start';
  return beat.at === place ? `beat ${beat.number}` : `after beat ${beat.number}`;
}
