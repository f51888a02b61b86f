import { grouped } from '../score/grouped';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import type { HandName } from '../hands/hand';
import { TICKS_PER_HALF } from '../units';
import type { Silence } from './rests-after-pairs';
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
  /** Where the notes themselves ask for silence: after a two-note slur that is followed by a rest. */
  readonly silences: readonly Silence[];
}

/** Down and up points of a policy in one measure: in order, without overlap, lifted where both hands rest. O(onsets²). */
export function placePedal(policy: PedalPolicy, measure: PedalMeasure): readonly PedalSpan[] {
  if (policy === 'none') return [];
  if (policy === 'as-written') return tidy(measure.written, { ...measure, silences: [] });
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

/** What a hand strikes at once, its lowest key first. */
interface LowTouch {
  readonly hand: HandName;
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
      return leadingTouches(measure).flatMap((touch) => accentSpan(touch, measure) ?? []);
    case 'each-bass':
      return lows
        .filter((low, index) => isNewBass(low, lows[index - 1]) || harmonies.includes(low.at))
        .map((low) => ({ down: low.at, up: end }));
  }
}

/**
 * Down with what one hand strikes while the other is silent, up as the other answers. Where the hand goes on without a rest the
 * pedal goes on with it; what the other hand accompanies is no accent. Null where nothing answers a right hand's touch.
 */
function accentSpan(touch: LowTouch, measure: PedalMeasure): PedalSpan | null {
  const isLeft = touch.hand === 'left';
  const others = isLeft ? measure.right : measure.left;
  const own = touchesOf(measure, touch.hand);
  const next = own.find((each) => each.at > touch.at)?.at ?? measure.end;
  const answer = others.find(
    (note) => note.at > touch.at && note.at < next && !measure.tiedInto.has(note.id),
  );
  if (isLeft) return { down: touch.at, up: touch.end >= next ? next : (answer?.at ?? touch.end) };
  const isAlone = !others.some((note) => note.at <= touch.at && note.at + note.duration > touch.at);
  return isAlone && answer && touch.end <= answer.at ? { down: touch.at, up: answer.at } : null;
}

/** What the hand strikes that begins the measure; the left where both do. */
function leadingTouches(measure: PedalMeasure): readonly LowTouch[] {
  const [left, right] = [touchesOf(measure), touchesOf(measure, 'right')];
  const isRight = right.length > 0 && (left.length === 0 || right[0]!.at < left[0]!.at);
  return isRight ? right : left;
}

/** One hand strikes, rests, and the other answers, each while the other is silent: most of what is struck stands so. */
export function isAnswered(measure: PedalMeasure): boolean {
  const silentAt = (notes: readonly Note[], at: number) =>
    !notes.some((note) => note.at <= at && note.at + note.duration > at);
  return (['left', 'right'] as const).some((hand) => {
    const others = hand === 'left' ? measure.right : measure.left;
    const touches = touchesOf(measure, hand);
    const answered = touches.filter((touch, index) => {
      const next = touches[index + 1]?.at ?? measure.end;
      const answer = others.find((note) => note.at > touch.at && note.at < next);
      return silentAt(others, touch.at) && touch.end < next && answer !== undefined && touch.end <= answer.at;
    });
    return answered.length > 0 && answered.length * 2 >= touches.length;
  });
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

function touchesOf(measure: PedalMeasure, hand: HandName = 'left'): readonly LowTouch[] {
  const { tiedInto, start } = measure;
  const struck = measure[hand].filter((note) => !tiedInto.has(note.id) && note.at >= start);
  return [...grouped(struck, ({ at }) => at)]
    .sort(([a], [b]) => a - b)
    .map(([at, notes]) => ({
      hand,
      at,
      end: Math.max(...notes.map((note) => note.at + note.duration)),
      lowest: notes.reduce((low, note) => (midiOf(note.pitch) < midiOf(low.pitch) ? note : low)),
      size: notes.length,
    }));
}

/**
 * Keeps spans inside the measure and apart, down only where something sounds, and lifted through every rest of both hands and
 * every silence that is asked for; after one it is put down again with what the left hand strikes.
 */
function tidy(spans: readonly PedalSpan[], measure: PedalMeasure): readonly PedalSpan[] {
  const { start, end } = measure;
  const sounding = soundingStretches(measure);
  const struck = touchesOf(measure).map(({ at }) => at);
  let last = start;
  return [...spans]
    .sort((a, b) => a.down - b.down)
    .flatMap(({ down, up }): PedalSpan[] => {
      const from = Math.max(down, last);
      const to = Math.min(up, end);
      const pieces = sounding.flatMap((each, index): PedalSpan[] => {
        const opens = Math.max(from, each.from);
        const isFirst = sounding.slice(0, index).every((before) => before.to <= from);
        const begins = isFirst ? opens : struck.find((at) => at >= opens && at < each.to);
        const lifts = Math.min(to, each.to);
        return begins !== undefined && begins < lifts ? [{ down: begins, up: lifts }] : [];
      });
      last = Math.max(last, ...pieces.map((each) => each.up));
      return pieces;
    });
}

/** Stretches in which a hand sounds and no silence is asked for, in order and apart. */
function soundingStretches({
  right,
  left,
  silences,
}: PedalMeasure): readonly { readonly from: number; readonly to: number }[] {
  const joined: { from: number; to: number }[] = [];
  const notes = [...right, ...left].sort((a, b) => a.at - b.at);
  for (const { at, duration } of notes) {
    const open = joined.at(-1);
    if (open && at <= open.to) open.to = Math.max(open.to, at + duration);
    else joined.push({ from: at, to: at + duration });
  }
  return silences.reduce<readonly { readonly from: number; readonly to: number }[]>(
    (stretches, silence) =>
      stretches.flatMap(({ from, to }) =>
        [
          { from, to: Math.min(to, silence.from) },
          { from: Math.max(from, silence.to), to },
        ].filter((each) => each.to > each.from),
      ),
    joined,
  );
}
