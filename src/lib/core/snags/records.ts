import type { HandName } from '../hands/hand';
import { measureNumber } from '../score/by-measure';
import type { Loss } from '../score/losses';
import type { Measure } from '../score/model';
import type { Snag, SnagCode } from './snag';

/** What an arrangement has to say of itself, for programs that read it. Codes are stable; sentences are free. */
export interface ArrangementRecord {
  readonly kind: 'snag' | 'loss';
  readonly code: SnagCode | LossCode;
  /** Ordinal from 0, and the number that is printed. */
  readonly measureIndex: number;
  readonly number: string;
  readonly hand: HandName | null;
  readonly scope: 'measure' | 'piece';
  readonly sentence: string;
}

/** Codes of what was done to notes of the source, by the kind of loss. */
const LOSS_CODES = {
  'left-out': 'left-out',
  joined: 'joined',
  shortened: 'shortened',
  moved: 'moved',
  rolled: 'roll',
  'other-hand': 'other-hand',
  replaced: 'replaced',
  sign: 'touch',
} as const satisfies Readonly<Record<Loss['kind'], string>>;

export type LossCode = (typeof LOSS_CODES)[keyof typeof LOSS_CODES];

export function recordsOf(
  { snags, losses }: { readonly snags: readonly Snag[]; readonly losses: readonly Loss[] },
  measures: readonly Measure[],
): readonly ArrangementRecord[] {
  const numberOf = (index: number) => measureNumber(measures, index);
  return [
    ...snags.map(({ code, measure, hand, isOfPiece, sentence }): ArrangementRecord => ({
      kind: 'snag',
      code,
      measureIndex: measure,
      number: numberOf(measure),
      hand,
      scope: isOfPiece ? 'piece' : 'measure',
      sentence,
    })),
    ...losses.map(({ kind, measure, hand, sentence }): ArrangementRecord => ({
      kind: 'loss',
      code: LOSS_CODES[kind],
      measureIndex: measure,
      number: numberOf(measure),
      hand,
      scope: 'measure',
      sentence,
    })),
  ].sort((a, b) => a.measureIndex - b.measureIndex);
}
