import { partitionPoint } from '../../score/partition-point';
import { TICKS_PER_QUARTER } from '../../units';
import { beatIndexAt, snap, straighten, type Grid } from './grid';
import type { PlayedNote } from './parse';
import type { GridNote } from './voices';

/** How many quarters an end may be off before another place is as good, in a written file and in a played one. */
const WRITTEN_END_TOLERANCE = 0.01;
const PLAYED_END_TOLERANCE = 0.12;
/** Puts played notes on a grid: onsets, then ends. Ticks count from `origin`, the start of the first measure. */
export function quantise(
  played: readonly PlayedNote[],
  grid: Grid,
  origin: number,
  areEndsWritten: boolean,
): readonly GridNote[] {
  const notes = played.map((note) => {
    const { ticks: at } = snap(grid, note.start);
    return { at: at - origin, rawEnd: warp(grid, note.end) - origin, key: note.key };
  });
  const sorted = notes.filter((note) => note.at >= 0).sort((a, b) => a.at - b.at || a.key - b.key);
  const onsets = [...new Set(sorted.map((note) => note.at))];
  const seen = new Set<string>();
  return sorted
    .filter((note) => !seen.has(`${note.at}/${note.key}`) && seen.add(`${note.at}/${note.key}`))
    .map((note) => ({
      at: note.at,
      key: note.key,
      end: endOnGrid(note, onsets, grid, origin, areEndsWritten),
    }));
}

/** The end of a note in ticks, with a swung beat straightened, not yet on the grid. */
function warp(grid: Grid, time: number): number {
  const { start, length, isCompound } = grid.beats[beatIndexAt(grid, time)]!;
  const raw = (time - start) / length;
  const fraction = grid.swing === null || isCompound || raw > 1 ? raw : straighten(raw, grid.swing);
  return (start + length * fraction) * TICKS_PER_QUARTER;
}

/**
 * Where a note is written to end: at the next onset when it was held till about then, otherwise at the nearest plain
 * place of its beat. Every place has a price, so that playing a little short does not make rests.
 */
function endOnGrid(
  note: { at: number; rawEnd: number },
  onsets: readonly number[],
  grid: Grid,
  origin: number,
  isWritten: boolean,
): number {
  const next = firstAfter(onsets, note.at + 1);
  const { start, length, division, isCompound } =
    grid.beats[beatIndexAt(grid, (note.rawEnd + origin - 1) / TICKS_PER_QUARTER)]!;
  const from = start * TICKS_PER_QUARTER - origin;
  const size = length * TICKS_PER_QUARTER;
  const tolerance = isWritten ? WRITTEN_END_TOLERANCE : PLAYED_END_TOLERANCE;
  // Plain places of the beat, those of its own division, and finer ones that must fit closely to be taken.
  const divisions: readonly (readonly [parts: number, price: number])[] = isCompound
    ? [
        [1, 0.25],
        [3, 0.5],
        [division, 0.75],
        [6, 1.1],
        [12, 1.9],
        [4, 2],
      ]
    : [
        [1, 0.25],
        [2, 0.5],
        [division, 0.75],
        [4, 1.1],
        [8, 1.9],
        [3, 1.5],
        [6, 2],
        [16, 2.5],
      ];
  const candidates = divisions.flatMap(([parts, price]) =>
    Array.from({ length: parts + 1 }, (_, place) => ({
      at: Math.round(from + (size * place) / parts),
      price: place === 0 || place === parts ? 0.25 : price,
    })),
  );
  if (next !== undefined) candidates.push({ at: next, price: 0 });
  const fitting = candidates.filter(({ at }) => at > note.at + 600);
  const cost = ({ at, price }: { at: number; price: number }) =>
    Math.abs(at - note.rawEnd) / (tolerance * TICKS_PER_QUARTER) + price;
  const best = fitting.reduce<(typeof fitting)[number] | null>(
    (a, b) => (!a || cost(b) < cost(a) ? b : a),
    null,
  );
  return best?.at ?? note.at + TICKS_PER_QUARTER / 8;
}

/** The first of the sorted times that is later than the given one. */
function firstAfter(sorted: readonly number[], time: number): number | undefined {
  return sorted[partitionPoint(sorted, (each) => each > time)];
}
