import type { HandName } from '../hands/hand';
import type { Measure } from '../score/model';
import { beatsOf, metreOffset } from '../score/time';

/** What went wrong in a measure. */
export const TROUBLE_KINDS = {
  note: { label: 'wrong note', letter: 'N' },
  finger: { label: 'finger', letter: 'F' },
  rhythm: { label: 'rhythm', letter: 'R' },
  stop: { label: 'stopped', letter: 'S' },
  apart: { label: 'hands apart', letter: 'H' },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly letter: string }>>;

export type TroubleKind = keyof typeof TROUBLE_KINDS;
export const TROUBLE_KIND_NAMES = Object.keys(TROUBLE_KINDS) as [TroubleKind, ...TroubleKind[]];

/** A place that goes wrong, until it has been passed on three days. */
export interface Trouble {
  readonly measure: number;
  readonly kind: TroubleKind;
  /** The hand that has it, where it is one hand's. */
  readonly hand: HandName | null;
  /** Days since 1970-01-01 on which it was passed. */
  readonly passedOn: readonly number[];
}

export const DAYS_TO_LEAVE = 3;

/** Passed on three days, it is trouble no more. */
export function isMended({ passedOn }: Pick<Trouble, 'passedOn'>): boolean {
  return new Set(passedOn).size >= DAYS_TO_LEAVE;
}

/** A loop over a trouble is played at this share of the section's tempo, in hundredths. */
export const LOOP_SHARE = 70;

/** Hands alone first where hands were the trouble; null where both play. */
export function loopHand({ kind, hand, passedOn }: Trouble): HandName | null {
  if (hand) return hand;
  return kind === 'apart' && passedOn.length === 0 ? 'left' : null;
}

/** From the beat before a measure to the downbeat after it, in ticks of the piece; at the edges of the piece as far as it goes. */
export function loopAround(
  measures: readonly Measure[],
  measure: number,
): { readonly from: number; readonly to: number } | null {
  const own = measures[measure];
  if (!own) return null;
  const before = measures[measure - 1];
  const next = measures[measure + 1];
  const from = before ? own.start - lastBeatOf(measures, before) : own.start;
  // The downbeat itself is played, so that the loop does not stop before it.
  const to = next ? next.start + firstBeatOf(next) : own.start + own.length;
  return { from, to };
}

function lastBeatOf(measures: readonly Measure[], measure: Measure): number {
  const offset = metreOffset(measures, measure.index);
  const end = offset + measure.length;
  const beat = beatsOf(measure.time).findLast(({ at }) => at < end);
  return beat ? Math.min(measure.length, end - beat.at) : measure.length;
}

function firstBeatOf({ time, length }: Measure): number {
  return Math.min(length, beatsOf(time)[0]?.length ?? length);
}
