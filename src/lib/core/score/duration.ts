import { TICKS_PER_WHOLE, ticks, type Ticks } from '../units';
import type { TimeSignature, Tuplet } from './model';
import { beatsOf, metreLength, strongPoints } from './time';

/** A single written value: `divisor` 1 is a whole note, 4 a quarter, 0.5 a breve. */
export interface WrittenValue {
  readonly divisor: number;
  readonly dots: number;
}

const DIVISORS = [0.5, 1, 2, 4, 8, 16, 32, 64, 128] as const;
const MAX_DOTS = 2;

const VALUES: ReadonlyMap<number, WrittenValue> = new Map(
  DIVISORS.flatMap((divisor) =>
    Array.from({ length: MAX_DOTS + 1 }, (_, dots): [number, WrittenValue] => [
      (TICKS_PER_WHOLE / divisor) * (2 - 1 / 2 ** dots),
      { divisor, dots },
    ]),
  ),
);

/** The one note value that writes this length, or null when it takes several tied together. */
export function writtenValue(duration: Ticks, tuplet: Tuplet | null = null): WrittenValue | null {
  const written = tuplet ? (duration * tuplet.actual) / tuplet.normal : duration;
  const exact = VALUES.get(written);
  if (exact || !tuplet) return exact ?? null;
  // Eleven- and thirteen-tuplets do not divide the quarter evenly: take the nearest value within a tick a note.
  for (const [length, value] of VALUES) if (Math.abs(length - written) <= tuplet.actual) return value;
  return null;
}

export function lengthOf({ divisor, dots }: WrittenValue): Ticks {
  return ticks((TICKS_PER_WHOLE / divisor) * (2 - 1 / 2 ** dots));
}

export interface Piece {
  readonly at: Ticks;
  readonly duration: Ticks;
}

/**
 * Cuts a note or rest of any length into written values that show the beat: one value where it may stand, otherwise
 * divided at the strongest point of the metre inside it. `at` counts from the start of the metre (a pickup does not
 * start at 0), and so do the results.
 */
export function writeByMetre(at: Ticks, duration: Ticks, time: TimeSignature): readonly Piece[] {
  if (duration <= 0) return [];
  const value = writtenValue(duration);
  if (value && value.dots <= 1 && showsTheBeat(at, duration, time)) return [{ at, duration }];
  const cut = strongestPointInside(at, ticks(at + duration), time);
  if (cut === null) {
    if (value) return [{ at, duration }];
    const first = largestValue(duration);
    if (first === null) return [{ at, duration }];
    return [{ at, duration: first }, ...writeByMetre(ticks(at + first), ticks(duration - first), time)];
  }
  return [...writeByMetre(at, ticks(cut - at), time), ...writeByMetre(cut, ticks(at + duration - cut), time)];
}

function showsTheBeat(at: Ticks, duration: Ticks, time: TimeSignature): boolean {
  const end = at + duration;
  if (at === 0 && end >= metreLength(time)) return true;
  const beats = beatsOf(time);
  const crossed = beats.filter((beat) => beat.at > at && beat.at < end).map((beat) => beat.at);
  if (crossed.length === 0) return true;
  const startsOnBeat = beats.some((beat) => beat.at === at);
  const strong = strongPoints(time);
  const endsOnBeat = end >= metreLength(time) || beats.some((beat) => beat.at === end);
  if (!startsOnBeat) return false;
  // From a strong point any length of whole beats reads well; from a weak beat it may not hide the next strong one.
  const hidesStrong =
    crossed.some((point) => strong.includes(point)) && strong.length < beats.length && !strong.includes(at);
  return !hidesStrong && (endsOnBeat || strong.includes(at));
}

function strongestPointInside(start: Ticks, end: Ticks, time: TimeSignature): Ticks | null {
  const inside = (points: readonly Ticks[]) => points.filter((point) => point > start && point < end);
  const strong = inside(strongPoints(time));
  const points = strong.length > 0 ? strong : inside(beatsOf(time).map((beat) => beat.at));
  // The last point keeps the longest value first, which is how a held note is written.
  return points.at(-1) ?? null;
}

function largestValue(duration: Ticks): Ticks | null {
  const fitting = [...VALUES.entries()].filter(([length, { dots }]) => dots === 0 && length < duration);
  return fitting.length === 0 ? null : ticks(Math.max(...fitting.map(([length]) => length)));
}
