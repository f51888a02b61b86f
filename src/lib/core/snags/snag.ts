import type { HandName } from '../hands/hand';
import type { LimitCode } from '../limits/registry';
import type { Note } from '../score/model';
import type { Remedy } from './remedies';

/** What a snag is about, stable: limits of the rung by their own codes, and what hands, keyboard and pins do not take. */
export type SnagCode =
  | LimitCode
  | 'reach'
  | 'same-key'
  | 'crossing'
  | 'off-keyboard'
  | 'mud'
  | 'pedal-mud'
  | 'pedal-missing'
  | 'strain'
  | 'fingers'
  | 'thumb-pass'
  | 'tune-lost'
  | 'measure-length'
  | 'pin';

/** Something in the result that a hand, a keyboard or the rung does not take as it stands. */
export interface Snag {
  readonly id: string;
  readonly code: SnagCode;
  /** Null where it concerns both hands or none. */
  readonly hand: HandName | null;
  /** Ordinal of the measure; the first for what concerns the whole piece. */
  readonly measure: number;
  readonly isOfPiece: boolean;
  readonly sentence: string;
  /** Notes that it is about. */
  readonly notes: readonly string[];
  readonly remedies: readonly Remedy[];
}

export interface NewSnag {
  readonly code: SnagCode;
  readonly measure: number;
  /** Tells it from others of its code in its measure. */
  readonly detail?: string;
  readonly hand?: HandName | null;
  readonly isOfPiece?: boolean;
  readonly sentence: string;
  readonly notes?: readonly Note[];
  readonly remedies?: readonly Remedy[];
}

export function snag({
  code,
  measure,
  detail = '',
  hand = null,
  isOfPiece = false,
  sentence,
  notes = [],
  remedies = [],
}: NewSnag): Snag {
  const id = `${code}:${measure}:${detail}`;
  return { id, code, hand, measure, isOfPiece, sentence, notes: notes.map((note) => note.id), remedies };
}
