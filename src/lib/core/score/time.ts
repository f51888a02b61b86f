import { TICKS_PER_WHOLE, ticks, type Ticks } from '../units';
import type { Measure, TimeSignature } from './model';

/** One counted beat of a measure: where it starts in the metre and into how many it divides (2 simple, 3 compound). */
export interface Beat {
  readonly at: Ticks;
  readonly length: Ticks;
  readonly division: 2 | 3;
  readonly number: number;
}

export function isValidTime({ beats, beatType, groups }: TimeSignature): boolean {
  const isWhole = (count: number) => Number.isInteger(count) && count >= 1 && count <= 64;
  return isWhole(beats) && [1, 2, 4, 8, 16, 32].includes(beatType) && (groups ?? []).every(isWhole);
}

export function metreLength({ beats, beatType }: TimeSignature): Ticks {
  return ticks((TICKS_PER_WHOLE / beatType) * beats);
}

/**
 * Sizes of the beat groups in units of the lower number. Compound metres go in threes; 3/8 is three quick beats;
 * other n/8 in threes and twos, the twos last, unless the signature says otherwise.
 */
export function beatGroups(time: TimeSignature): readonly number[] {
  const { beats, beatType, groups } = time;
  if (groups && groups.reduce((sum, each) => sum + each, 0) === beats) return groups;
  if (beatType < 8 || beats <= 3) return Array<number>(beats).fill(1);
  if (beats % 3 === 0) return Array<number>(beats / 3).fill(3);
  if (beats === 4) return [2, 2];
  if (beats === 7) return [2, 2, 3];
  const twos = beats % 3 === 1 ? 2 : 1;
  return [...Array<number>((beats - 2 * twos) / 3).fill(3), ...Array<number>(twos).fill(2)];
}

/** Beats by their signature: every measure of a piece asks for them many times over. */
const knownBeats = new WeakMap<TimeSignature, readonly Beat[]>();

export function beatsOf(time: TimeSignature): readonly Beat[] {
  const known = knownBeats.get(time) ?? makeBeats(time);
  knownBeats.set(time, known);
  return known;
}

function makeBeats(time: TimeSignature): readonly Beat[] {
  const unit = TICKS_PER_WHOLE / time.beatType;
  let at = 0;
  return beatGroups(time).map((size, index) => {
    const beat = {
      at: ticks(at),
      length: ticks(size * unit),
      division: size === 3 ? 3 : 2,
      number: index + 1,
    } as const;
    at += size * unit;
    return beat;
  });
}

/** 8/8, 5/8 and the like do not say by themselves how their beats are grouped. */
export function isGroupingUnsaid({ beats, beatType, groups }: TimeSignature): boolean {
  return !groups && beatType >= 8 && beats > 4 && beats % 3 !== 0;
}

export function isCompound(time: TimeSignature): boolean {
  const groups = beatGroups(time);
  return groups.length > 0 && groups.every((size) => size === 3);
}

/** Where a written-out measure divides first: the middle of 4/4 and 12/8, otherwise every beat. */
export function strongPoints(time: TimeSignature): readonly Ticks[] {
  const beats = beatsOf(time);
  const isEven = beats.length === 4 && beats.every((beat) => beat.length === beats[0]!.length);
  return isEven ? [beats[0]!.at, beats[2]!.at] : beats.map((beat) => beat.at);
}

/**
 * How far into its metre a measure begins. A pickup ends where its metre ends; a short measure that completes the
 * short one before it goes on where that one stopped.
 */
export function metreOffset(measures: readonly Measure[], index: number): Ticks {
  const measure = measures[index];
  if (!measure) throw new RangeError(`There is no measure ${index}.`);
  const full = metreLength(measure.time);
  if (measure.length >= full) return ticks(0);
  if (index === 0) return ticks(full - measure.length);
  const before = measures[index - 1]!;
  const isCompletion = before.length < metreLength(before.time) && before.length + measure.length === full;
  if (isCompletion && metreOffset(measures, index - 1) === 0) return before.length;
  // After a double bar or repeat sign a short measure opens a section: a pickup again.
  const next = measures[index + 1];
  const opensSection = before.barline !== 'single' || before.endsRepeat !== null || measure.startsRepeat;
  return opensSection && next !== undefined ? ticks(full - measure.length) : ticks(0);
}

export function isPickup(measures: readonly Measure[]): boolean {
  const first = measures[0];
  return first !== undefined && first.length < metreLength(first.time);
}

/** The measure that sounds at a tick; the last one after the end. */
export function measureAt(measures: readonly Measure[], at: number): Measure {
  let low = 0;
  let high = measures.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (measures[middle]!.start <= at) low = middle;
    else high = middle - 1;
  }
  const found = measures[low];
  if (!found) throw new RangeError('The score has no measures.');
  return found;
}

export function endOf(measures: readonly Measure[]): Ticks {
  const last = measures.at(-1);
  return last ? ticks(last.start + last.length) : ticks(0);
}

export function timeLabel(time: TimeSignature): string {
  return `${time.beats}/${time.beatType}`;
}

/** Where in the measure: "beat 2", "after beat 2". `place` counts from the start of the metre. */
export function placeLabel(place: number, time: TimeSignature): string {
  const beat = beatsOf(time).findLast((each) => each.at <= place);
  if (!beat) return 'the start';
  return beat.at === place ? `beat ${beat.number}` : `after beat ${beat.number}`;
}

/** 3/8 is counted in eighths like the compound metres. */
export function isCountedInEighths(time: TimeSignature): boolean {
  return isCompound(time) || time.beatType >= 8;
}

/** Beats that carry the tune: one and three of four, the first of two or three, every beat of compound metres and of halves. */
export function strongBeats(time: TimeSignature): readonly number[] {
  const beats = beatsOf(time).length;
  const isOnFirst = !isCompound(time) && (beats === 3 || (beats === 2 && time.beatType !== 2));
  return isOnFirst ? [0] : strongPoints(time).map(Number);
}
