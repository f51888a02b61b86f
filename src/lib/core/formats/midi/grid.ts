import { partitionPoint } from '../../score/partition-point';
import type { Beat } from '../../score/time';
import { TICKS_PER_QUARTER } from '../../units';

/** Into how many equal parts a beat may be divided, and what each costs: plain divisions are cheap. */
const SIMPLE_DIVISIONS = [
  [1, 0],
  [2, 0.5],
  [4, 1.2],
  [3, 1.6],
  [8, 3.2],
  [6, 3.4],
  [5, 5],
  [7, 6],
] as const;
const COMPOUND_DIVISIONS = [
  [1, 0],
  [3, 0.5],
  [6, 1.4],
  [2, 2.2],
  [4, 3.2],
  [12, 3.6],
] as const;

/** How far from the grid playing strays, in beats, and how far a file strays that was written and not played. */
const PLAYED_SPREAD = 0.045;
const WRITTEN_SPREAD = 0.006;
/** The price of two onsets falling on one place. */
const MERGE_PRICE = 7;
const MERGE_DISTANCE = 0.11;

/** A beat of the piece in quarters, and into how many parts its notes divide it. */
export interface GridBeat {
  readonly start: number;
  readonly length: number;
  readonly isCompound: boolean;
  readonly division: number;
}

export interface Grid {
  readonly beats: readonly GridBeat[];
  /** Where the short note of a long–short pair was played in the beat, or null when eighths are even. */
  readonly swing: number | null;
}

const FINE_DIVISIONS = [16, 12, 5, 7] as const;

/** Whether times stand so exactly on divisions of the beat that no player can have made them. */
export function areWritten(
  times: readonly number[],
  beats: readonly { start: number; beat: Beat }[],
): boolean {
  if (times.length === 0) return true;
  const starts = beats.map(({ start, beat }) => ({ start, length: beat.length / TICKS_PER_QUARTER }));
  const exact = times.filter((time) => {
    const { start, length } = starts[lastNotAfter(starts, time)]!;
    const fraction = (time - start) / length;
    return FINE_DIVISIONS.some(
      (division) => Math.abs(fraction * division - Math.round(fraction * division)) < 0.002 * division,
    );
  });
  return exact.length >= 0.98 * times.length;
}

/** What two streams of one beat must gain before they are given divisions of their own: three against four. */
const OWN_DIVISION_PRICE = 2;

/**
 * Finds into how many parts each beat divides, from the onsets in it: least squared distance, the price of the division,
 * and a price for onsets that would fall together (after Cemgil et al. 2000, quantisation as a trade of fit and
 * complexity). Streams (hands, tracks) share the division of a beat unless parting them explains it far better. Gives a
 * grid a stream. O(onsets × divisions).
 */
export function findGrids(
  streams: readonly (readonly number[])[],
  beats: readonly { start: number; beat: Beat }[],
): readonly Grid[] {
  const sorted = streams.map((onsets) => [...onsets].sort((a, b) => a - b));
  const all = sorted.flat().sort((a, b) => a - b);
  const isWritten = areWritten(all, beats);
  const spread = isWritten ? WRITTEN_SPREAD : PLAYED_SPREAD;
  const swing = isWritten ? null : findSwing(all, beats);
  const next = sorted.map(() => 0);
  const found: GridBeat[][] = streams.map(() => []);
  for (const { start, beat } of beats) {
    const length = beat.length / TICKS_PER_QUARTER;
    const isCompound = beat.division === 3;
    const inside = sorted.map((onsets, stream) => {
      while (next[stream]! < onsets.length && onsets[next[stream]!]! < start) next[stream]! += 1;
      const fractions: number[] = [];
      for (let index = next[stream]!; index < onsets.length && onsets[index]! < start + length; index += 1) {
        const fraction = (onsets[index]! - start) / length;
        fractions.push(swing === null || isCompound ? fraction : straighten(fraction, swing));
      }
      return fractions;
    });
    const own = inside.map((fractions) => bestDivision(fractions, isCompound, spread, 1));
    const busy = Math.max(1, own.filter(({ division }) => division > 1).length);
    const together = inside.flat().sort((a, b) => a - b);
    const shared = bestDivision(together, isCompound, spread, busy);
    const partedCost = own.reduce((sum, each) => sum + each.cost, OWN_DIVISION_PRICE);
    const isParted = streams.length > 1 && partedCost < shared.cost;
    for (const [stream, grid] of found.entries())
      grid.push({ start, length, isCompound, division: isParted ? own[stream]!.division : shared.division });
  }
  return found.map((grid) => ({ beats: grid, swing }));
}

/** The cheapest division; its price is paid once for each of the streams that move between the beats. */
function bestDivision(
  fractions: readonly number[],
  isCompound: boolean,
  spread: number,
  streams: number,
): { division: number; cost: number } {
  let best = 1;
  let bestCost = Infinity;
  for (const [division, price] of isCompound ? COMPOUND_DIVISIONS : SIMPLE_DIVISIONS) {
    let cost = price * streams;
    let before: number | null = null;
    let beforePlace = -1;
    for (const fraction of fractions) {
      const place = Math.round(fraction * division);
      const error = fraction - place / division;
      cost += (error * error) / (2 * spread * spread);
      if (before !== null && place === beforePlace && fraction - before > MERGE_DISTANCE) cost += MERGE_PRICE;
      before = fraction;
      beforePlace = place;
    }
    if (cost < bestCost - 1e-9) {
      bestCost = cost;
      best = division;
    }
  }
  return { division: best, cost: bestCost };
}

/** Swung eighths: most beats have one note between them, late by about as much, and hardly any have real triplets. */
function findSwing(
  sorted: readonly number[],
  beats: readonly { start: number; beat: Beat }[],
): number | null {
  const late: number[] = [];
  let other = 0;
  let next = 0;
  for (const { start, beat } of beats) {
    if (beat.division === 3) return null;
    const length = beat.length / TICKS_PER_QUARTER;
    const inside = new Set<number>();
    while (next < sorted.length && sorted[next]! < start) next += 1;
    for (let index = next; index < sorted.length && sorted[index]! < start + length; index += 1) {
      const fraction = (sorted[index]! - start) / length;
      if (fraction > 0.15 && fraction < 0.85) inside.add(Math.round(fraction * 24) / 24);
    }
    const distinct = [...inside];
    if (distinct.length === 0) continue;
    if (Math.max(...distinct) - Math.min(...distinct) < 0.1 && distinct[0]! > 0.45) late.push(distinct[0]!);
    else other += 1;
  }
  if (late.length < 4 || other > 0.2 * late.length) return null;
  const median = late.sort((a, b) => a - b)[late.length >> 1]!;
  const near = late.filter((each) => Math.abs(each - median) < 0.09).length;
  return median > 0.57 && median < 0.73 && near >= 0.75 * late.length ? median : null;
}

/** Stretches a swung beat so that its short note stands in the middle. */
export function straighten(fraction: number, swing: number): number {
  return fraction <= swing ? (0.5 * fraction) / swing : 0.5 + (0.5 * (fraction - swing)) / (1 - swing);
}

export interface Snapped {
  /** Index of the beat that the time falls into. */
  readonly beat: number;
  /** The time on the grid, in ticks from the grid's start. */
  readonly ticks: number;
  /** How far it was moved, in quarters; positive when it was played late. */
  readonly error: number;
}

/** Moves a time onto the grid. */
export function snap(grid: Grid, time: number): Snapped {
  const beat = beatIndexAt(grid, time);
  const { start, length, division, isCompound } = grid.beats[beat]!;
  const raw = (time - start) / length;
  const fraction = grid.swing === null || isCompound ? raw : straighten(raw, grid.swing);
  const place = Math.max(0, Math.round(fraction * division));
  const snapped = Math.round((start + (length * place) / division) * TICKS_PER_QUARTER);
  return { beat, ticks: snapped, error: (fraction - place / division) * length };
}

export function beatIndexAt(grid: Grid, time: number): number {
  return lastNotAfter(grid.beats, time);
}

function lastNotAfter(beats: readonly { readonly start: number }[], time: number): number {
  return Math.max(0, partitionPoint(beats, ({ start }) => start > time + 1e-9) - 1);
}
