import { weightsOf, type FingeringWeights } from './weights.data';
import { mod } from '../pitch/pitch';
import { handKey, type CostContext } from './costs';
import { AFTER_REST_PERCENT, type Touch } from './line-costs';
import { solveWithRecurrence } from './recurrence';
import type { Fingering } from './solve';
import { spansFor } from './spans.data';
import type { FingeringStyle } from '../document/choices/fingering-styles.data';

export interface FingerTask {
  readonly hand: 'right' | 'left';
  /** Largest reach in semitones, thumb to little finger. */
  readonly largest: number;
  readonly style: FingeringStyle;
  /** Prices in place of the style's own, when they are fitted. */
  readonly weights?: FingeringWeights;
  /** Keys of each onset as MIDI numbers, low to high, with pinned fingers and what moving there costs. */
  readonly onsets: readonly {
    readonly keys: readonly number[];
    readonly pinned?: readonly (number | null)[];
    readonly isAfterRest?: boolean;
    readonly movePercent?: number;
    readonly isHeldOn?: boolean;
    readonly enters?: number | null;
    readonly leaves?: number | null;
    readonly apart?: readonly (readonly [number, number])[];
    readonly isBlock?: boolean;
  }[];
  /** The top notes are a tune. */
  readonly isTune?: boolean;
  /** The thumb may pass. */
  readonly mayPass?: boolean;
}

export interface FingeredLine extends Fingering {
  /** Fingers of each onset, low key to high. */
  readonly lowToHigh: readonly (readonly number[])[];
  readonly localBest: number;
}

/** Fingers a line of one hand. Left hands are mirrored: their places rise downward. O(onsets × ways³). */
export function fingerLine(task: FingerTask): FingeredLine {
  const { hand, largest, style, weights, mayPass = true } = task;
  const context = contextFor(hand, largest, weights ?? weightsOf(style, mayPass));
  const touches = touchesOf(task);
  const solved = solveWithRecurrence(context, touches);
  return { ...solved, lowToHigh: solved.fingers.map((fingers) => inOrder(fingers, hand)) };
}

/** Onsets as a hand meets them, thumb first. */
export function touchesOf({
  hand,
  onsets,
  isTune = false,
}: Pick<FingerTask, 'hand' | 'onsets' | 'isTune'>): readonly Touch[] {
  const isOnePosition = isUnderFiveFingers(onsets);
  const thumbFirst = (place: number | null | undefined, size: number) =>
    place === null || place === undefined ? null : hand === 'left' ? size - 1 - place : place;
  return onsets.map(
    ({ keys, pinned, isAfterRest, movePercent, isHeldOn, enters, leaves, apart, isBlock }, index) => ({
      keys: inOrder(keys, hand).map((key) => handKey(key, hand)),
      pinned: inOrder(pinned ?? keys.map(() => null), hand),
      movePercent: movePercent ?? (isAfterRest ? AFTER_REST_PERCENT : 100),
      isHeldOn: isHeldOn ?? false,
      isTune,
      isBlock: isBlock ?? false,
      enters: thumbFirst(enters, keys.length),
      leaves: thumbFirst(leaves, keys.length),
      apart: thumbFirstPairs(apart ?? [], keys.length, hand),
      isInPosition: isOnePosition,
      // In one position each key has its finger, whatever stands beside it.
      kind: isOnePosition
        ? `=${keys.join()}`
        : kindOf(onsets[index - 1]?.keys ?? [], keys, onsets[index + 1]?.keys ?? []),
    }),
  );
}

/** Pairs of places counted from the low key, counted from the thumb's. */
export function thumbFirstPairs(
  pairs: readonly (readonly [number, number])[],
  size: number,
  hand: 'right' | 'left',
): readonly (readonly [number, number])[] {
  return hand === 'right' ? pairs : pairs.map(([low, high]) => [size - 1 - high, size - 1 - low] as const);
}

/** Five fingers on neighbouring letters cover a fifth. */
const FIVE_FINGERS = 7;

/** A line of single keys, no three of them in a row of semitones, that lie under five neighbouring fingers. */
function isUnderFiveFingers(onsets: FingerTask['onsets']): boolean {
  if (onsets.some((onset) => onset.keys.length !== 1)) return false;
  const keys = [...new Set(onsets.map((onset) => onset.keys[0]!))].sort((a, b) => a - b);
  const isChromatic = keys.some((key, index) => index >= 2 && key - keys[index - 2]! === 2);
  return keys.length <= 5 && keys.at(-1)! - keys[0]! <= FIVE_FINGERS && !isChromatic;
}

/** A left hand's thumb is on its highest key. */
export function inOrder<T>(values: readonly T[], hand: 'right' | 'left'): readonly T[] {
  return hand === 'left' ? [...values].reverse() : values;
}

const contexts = new WeakMap<FingeringWeights, Map<string, CostContext>>();

/** The same context for the same hand, so that what is priced by it is remembered. */
export function contextFor(hand: 'right' | 'left', largest: number, weights: FingeringWeights): CostContext {
  const known = contexts.get(weights) ?? new Map<string, CostContext>();
  contexts.set(weights, known);
  const name = `${hand}/${largest}`;
  const context = known.get(name) ?? { hand, largest, spans: spansFor(largest), weights };
  known.set(name, context);
  return context;
}

/** The surroundings of a touch: its pitch classes and how its neighbours lie from it. */
export function kindOf(before: readonly number[], keys: readonly number[], after: readonly number[]): string {
  const low = keys[0] ?? 0;
  const from = (others: readonly number[]) => others.map((key) => key - low).join();
  return `${mod(low, 12)}:${from(keys)}<${from(before)}>${from(after)}`;
}
