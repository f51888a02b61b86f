import type { HandName } from '../hands/hand';
import type { NoteId } from '../units';

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
