import { diatonicIndex, midiOf } from '../pitch/pitch';
import { isGeneratedNote } from '../score/ids';
import type { Measure, Note, Section } from '../score/model';
import { isSameList } from '../score/same-list';
import { TICKS_PER_HALF } from '../units';

/** A run of touches of one hand without a rest that would free it, inside one section. */
export interface Run {
  readonly hand: 'right' | 'left';
  readonly touches: readonly RunTouch[];
  /** It carries a tune, whose top notes are a line of their own over what lies beneath them. */
  readonly isTune: boolean;
}

export interface RunTouch {
  readonly at: number;
  readonly struck: readonly Note[];
  /** Notes that the hand holds on meanwhile. */
  readonly held: readonly Note[];
  /** What moving here costs, in hundredths. */
  readonly movePercent: number;
  /** A long note's second half, where another finger may take it over. */
  readonly isHeldOn: boolean;
  /** Several touches of a pattern inside one chord, as one shape. */
  readonly isFigure: boolean;
  /** The key that is struck last, where that is a single one; of one touch its own. */
  readonly lastKey: number | null;
  /** Keys that are struck together, touch by touch. */
  readonly chords: readonly (readonly number[])[];
}

export interface RunTask {
  readonly notes: readonly Note[];
  readonly measures: readonly Measure[];
  readonly sections: readonly Section[];
  readonly msPerTick: number;
  /** May another finger take over a key while it is held? Beginners keep the finger they have. */
  readonly mayTakeOver: boolean;
}

/** A run is cut here at the latest, at a barline, so that one stays quick to solve again. */
const LONGEST_RUN = 48;
/** After detached notes, and after long ones, a move is cheaper: the hand has time. In hundredths of the price. */
const MOVE_PERCENT = { detached: 60, slow: 80 } as const;
/** A touch this long before the next leaves time to move, or to change fingers on a held key. */
const SLOW_MS = 900;

const HANDS = [
  [0, 'right'],
  [1, 'left'],
] as const;

/** Five neighbouring letters lie under five fingers: so many steps apart. */
const POSITION_STEPS = 4;

/** The runs of both hands, in the order of the music. O(notes). */
export function cutRuns(task: RunTask): readonly Run[] {
  const tiedInto = new Set(task.notes.flatMap((note) => note.tieTo ?? []));
  return HANDS.flatMap(([staff, hand]) =>
    cutHand(
      task.notes.filter((note) => note.staff === staff && !note.grace),
      hand,
      tiedInto,
      task,
    ),
  );
}

function cutHand(
  notes: readonly Note[],
  hand: 'right' | 'left',
  tiedInto: ReadonlySet<string>,
  { measures, sections, msPerTick, mayTakeOver }: RunTask,
): readonly Run[] {
  const opens = new Set(sections.map((section) => measures[section.from]?.start ?? 0));
  const barlines = new Set<number>(measures.map((measure) => measure.start));
  const sorted = [...notes].sort((a, b) => a.at - b.at || midiOf(a.pitch) - midiOf(b.pitch));
  const onsets = [...new Set(sorted.filter((note) => !tiedInto.has(note.id)).map((note) => note.at))];
  const runs: { hand: 'right' | 'left'; touches: RunTouch[]; isTune: boolean }[] = [];
  let end = -1;
  let next = 0;
  let sounding: Note[] = [];
  for (const at of onsets) {
    const struck: Note[] = [];
    for (; next < sorted.length && sorted[next]!.at <= at; next += 1) {
      const note = sorted[next]!;
      if (note.at === at && !tiedInto.has(note.id)) struck.push(note);
      // A note that is tied into goes on: the hand is not free meanwhile.
      else end = Math.max(end, note.at + note.duration);
      sounding.push(note);
    }
    sounding = sounding.filter((note) => note.at + note.duration > at);
    const held = sounding.filter((note) => !struck.includes(note));
    const run = runs.at(-1);
    const isLong = run && run.touches.length >= LONGEST_RUN && barlines.has(at);
    const isNew = !run || at > end || opens.has(at) || isLong;
    const before = isNew ? undefined : run.touches.at(-1);
    const movePercent = before ? pricePercent(before, at, msPerTick) : 100;
    const touch: RunTouch = {
      at,
      struck,
      held: isNew ? [] : held,
      movePercent,
      isHeldOn: false,
      isFigure: false,
      lastKey: onlyKey(struck),
      chords: [keysOf(struck)],
    };
    if (isNew) runs.push({ hand, touches: [touch], isTune: false });
    else {
      if (before && mayTakeOver && mayChangeFingers(before, at, struck, msPerTick))
        run.touches.push({ ...before, struck: [], held: before.struck, movePercent: 100, isHeldOn: true });
      run.touches.push(touch);
    }
    end = Math.max(end, ...struck.map((note) => note.at + note.duration));
  }
  return joinInPosition(runs, [...opens]).map((run) => {
    const isTune =
      hand === 'right' && run.touches.some(({ struck }) => struck.some((note) => !isGeneratedNote(note.id)));
    return { ...run, isTune };
  });
}

/**
 * A rest leaves a hand free to move, but it stays where it lies when what comes next is under its fingers: within a section,
 * runs that fit one five-finger position together are one run.
 */
function joinInPosition(runs: readonly Run[], opens: readonly number[]): readonly Run[] {
  const opensBetween = (from: number, to: number) => opens.some((at) => at > from && at <= to);
  const joined: Run[] = [];
  for (const run of runs) {
    const before = joined.at(-1);
    const together = before && [...before.touches, ...run.touches];
    const stays =
      together &&
      !opensBetween(before.touches.at(-1)!.at, run.touches[0]!.at) &&
      together.length <= LONGEST_RUN &&
      isOnePosition(together.flatMap(({ struck }) => struck));
    if (stays) joined[joined.length - 1] = { ...run, touches: together };
    else joined.push(run);
  }
  return joined;
}

export function keysOf(notes: readonly Note[]): readonly number[] {
  return notes.map((note) => midiOf(note.pitch));
}

/** The key of a touch of one note. */
export function onlyKey(struck: readonly Note[]): number | null {
  return struck.length === 1 ? midiOf(struck[0]!.pitch) : null;
}

function isOnePosition(notes: readonly Note[]): boolean {
  const steps = notes.map((note) => diatonicIndex(note.pitch));
  return Math.max(...steps) - Math.min(...steps) <= POSITION_STEPS;
}

function pricePercent(before: RunTouch, at: number, msPerTick: number): number {
  const isDetached = before.struck.every(({ articulations }) =>
    articulations.some((sign) => sign === 'staccato' || sign === 'staccatissimo'),
  );
  if (isDetached && before.struck.length > 0) return MOVE_PERCENT.detached;
  return (at - before.at) * msPerTick >= SLOW_MS ? MOVE_PERCENT.slow : 100;
}

/** One long note that leads on without a gap to another key. */
function mayChangeFingers(before: RunTouch, at: number, struck: readonly Note[], msPerTick: number): boolean {
  const [only] = before.struck;
  return (
    only !== undefined &&
    before.struck.length === 1 &&
    before.held.length === 0 &&
    !before.isHeldOn &&
    only.duration >= TICKS_PER_HALF &&
    only.duration * msPerTick >= SLOW_MS &&
    only.at + only.duration === at &&
    !struck.some((note) => midiOf(note.pitch) === midiOf(only.pitch))
  );
}

/** Are these the very same notes under the same hand, with the same prices of moving? */
export function isSameRun(a: Run, b: Run): boolean {
  return (
    a.hand === b.hand &&
    a.isTune === b.isTune &&
    a.touches.length === b.touches.length &&
    a.touches.every((touch, index) => {
      const other = b.touches[index]!;
      return (
        touch.movePercent === other.movePercent &&
        touch.isHeldOn === other.isHeldOn &&
        touch.isFigure === other.isFigure &&
        isSameList(touch.struck, other.struck) &&
        isSameList(touch.held, other.held)
      );
    })
  );
}
