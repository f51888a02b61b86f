import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { TICKS_PER_HALF } from '../units';
import type { PedalPolicy } from '../document/choices/pedal-policies.data';

/** The pedal is down from one tick until another; both lie inside one measure. */
export interface PedalSpan {
  readonly down: number;
  readonly up: number;
}

/** What a measure gives the pedal to go by. */
export interface PedalMeasure {
  readonly start: number;
  readonly end: number;
  /** Ticks at which the harmony is new, the start of the measure among them. */
  readonly harmonies: readonly number[];
  /** Notes of each hand that sound in the measure, in the order of their onsets. */
  readonly right: readonly Note[];
  readonly left: readonly Note[];
  /** Ids of notes that are held over from before and not struck. */
  readonly tiedInto: ReadonlySet<string>;
  /** Spans that the score marks. */
  readonly written: readonly PedalSpan[];
}

/** Down and up points of a policy in one measure: in order, without overlap, lifted where both hands rest. O(onsets²). */
export function placePedal(policy: PedalPolicy, measure: PedalMeasure): readonly PedalSpan[] {
  if (policy === 'none') return [];
  if (policy === 'as-written') return tidy(measure.written, measure);
  const lows = touchesOf(measure);
  const starts = startsOf(policy, measure, lows);
  return tidy(
    starts.map(({ down, up }, index) => ({
      down,
      up: Math.min(up, starts[index + 1]?.down ?? measure.end),
    })),
    measure,
  );
}

/** A touch of the left hand, its lowest key first. */
interface LowTouch {
  readonly at: number;
  readonly end: number;
  readonly lowest: Note;
  readonly size: number;
}

function startsOf(
  policy: Exclude<PedalPolicy, 'none' | 'as-written'>,
  measure: PedalMeasure,
  lows: readonly LowTouch[],
): readonly PedalSpan[] {
  const { end, harmonies } = measure;
  const nextHarmony = (at: number) => harmonies.find((each) => each > at) ?? end;
  switch (policy) {
    case 'legato':
      return harmonies.map((down) => ({ down, up: nextHarmony(down) }));
    case 'held-bass':
      return lows
        .filter((low) => low.end - low.at >= TICKS_PER_HALF)
        .map((low) => ({ down: low.at, up: nextMove(low, lows) ?? end }));
    case 'low-to-chord':
      return lows.flatMap((low, index) => {
        const chord = lows[index + 1];
        const isLow = chord && isUnder(low, chord);
        return isLow ? [{ down: low.at, up: chord.at }] : [];
      });
    case 'low-under-chord':
      return lows
        .filter((low, index) => harmonies.includes(low.at) || isNewLow(low, index, lows))
        .map((low) => ({ down: low.at, up: nextHarmony(low.at) }));
    case 'accent':
      return lows.map((low, index) => {
        const next = lows[index + 1]?.at ?? end;
        const answer = measure.right.find(
          (note) => note.at > low.at && note.at < next && !measure.tiedInto.has(note.id),
        );
        // Where the left hand leaves no rest there is nothing to lift for.
        return { down: low.at, up: low.end >= next ? next : (answer?.at ?? low.end) };
      });
    case 'each-bass':
      return lows
        .filter((low, index) => isNewBass(low, lows[index - 1]) || harmonies.includes(low.at))
        .map((low) => ({ down: low.at, up: end }));
  }
}

function nextMove(low: LowTouch, lows: readonly LowTouch[]): number | null {
  return lows.find((each) => each.at > low.at)?.at ?? null;
}

/** The low note stands by itself, well under what follows it. */
function isUnder(low: LowTouch, next: LowTouch): boolean {
  return low.size === 1 && midiOf(next.lowest.pitch) - midiOf(low.lowest.pitch) >= 3;
}

function isNewLow(low: LowTouch, index: number, lows: readonly LowTouch[]): boolean {
  const [before, after] = [lows[index - 1], lows[index + 1]];
  const isBelow = !before || midiOf(before.lowest.pitch) - midiOf(low.lowest.pitch) >= 3;
  return isBelow && (after ? isUnder(low, after) && after.size > 1 : false);
}

function isNewBass(low: LowTouch, before: LowTouch | undefined): boolean {
  return !before || diatonicIndex(before.lowest.pitch) !== diatonicIndex(low.lowest.pitch);
}

function touchesOf({ left, tiedInto, start }: PedalMeasure): readonly LowTouch[] {
  const byTime = new Map<number, Note[]>();
  for (const note of left)
    if (!tiedInto.has(note.id) && note.at >= start)
      byTime.set(note.at, [...(byTime.get(note.at) ?? []), note]);
  return [...byTime]
    .sort(([a], [b]) => a - b)
    .map(([at, notes]) => ({
      at,
      end: Math.max(...notes.map((note) => note.at + note.duration)),
      lowest: notes.reduce((low, note) => (midiOf(note.pitch) < midiOf(low.pitch) ? note : low)),
      size: notes.length,
    }));
}

/** Keeps spans inside the measure and apart, and lifts where nothing is held any more: a rest stays a rest. */
function tidy(spans: readonly PedalSpan[], { start, end, right, left }: PedalMeasure): readonly PedalSpan[] {
  const notes = [...right, ...left];
  let last = start;
  return [...spans]
    .sort((a, b) => a.down - b.down)
    .flatMap(({ down, up }): PedalSpan[] => {
      const from = Math.max(down, last);
      const silent = notes.reduce(
        (until, note) =>
          note.at < up && note.at + note.duration > from ? Math.max(until, note.at + note.duration) : until,
        from,
      );
      const to = Math.min(up, end, silent);
      if (to <= from) return [];
      last = to;
      return [{ down: from, up: to }];
    });
}
