import { weightsOf } from './weights.data';
import type { HandSize } from '../hands/reach';
import { diatonicIndex, midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { isSameList } from '../score/same-list';
import { isBeyondReach, handKey } from './costs';
import { contextFor, fingerLine, inOrder, type FingeredLine, type FingerTask } from './finger-line';
import { cutRuns, isSameRun, type Run, type RunTask } from './runs';
import type { FingeringStyle } from '../document/choices/fingering-styles.data';

export interface FingerScoreTask extends RunTask {
  readonly size: HandSize;
  readonly style: FingeringStyle;
  /** Fingers that stand, by note: the teacher's and the source's. */
  readonly pinned: ReadonlyMap<string, number>;
}

export interface FingeredNote {
  readonly finger: number;
  /** The finger that takes the key over while it is held; null where none does. */
  readonly then: number | null;
  /** Shown where only what tells the hand something is shown: first notes, shifts, crossings, pins. */
  readonly isTelling: boolean;
}

/** A place where the hand cannot do what is asked of it. */
export interface FingerTrouble {
  readonly kind: 'pins' | 'reach';
  readonly notes: readonly Note[];
  readonly hand: 'right' | 'left';
}

export interface FingeredScore {
  readonly notes: ReadonlyMap<string, FingeredNote>;
  readonly troubles: readonly FingerTrouble[];
}

/** Runs fingered before, by what they hold; a change of one finger solves its own run only. */
const known = new Map<string, FingeredLine>();
const MOST_KEPT = 4_000;

/**
 * Fingers both hands of a score, run by run. O(touches × ways³) for what was not met before; O(touches) for a run of the
 * very notes that it had when it was last read.
 */
export function fingerScore(task: FingerScoreTask): FingeredScore {
  const notes = new Map<string, FingeredNote>();
  const troubles: FingerTrouble[] = [];
  for (const run of cutRuns(task)) {
    const reading = readAgain(run, task);
    for (const [id, fingered] of reading.notes) notes.set(id, fingered);
    troubles.push(...reading.troubles);
  }
  return { notes, troubles };
}

interface Reading extends FingeredScore {
  readonly run: Run;
  readonly largest: number;
  readonly style: FingeringStyle;
  readonly pinned: readonly (number | null)[];
}

/** What was last read, by the first note of its run. */
const lastRead = new WeakMap<Note, Reading>();

function readAgain(run: Run, task: FingerScoreTask): Reading {
  const { largest } = task.size[run.hand];
  const pinned = run.touches.flatMap(({ struck, held }) =>
    [...struck, ...held].map((note) => task.pinned.get(note.id) ?? null),
  );
  const first = run.touches[0]!.struck[0]!;
  const last = lastRead.get(first);
  const isSame =
    last?.largest === largest &&
    last.style === task.style &&
    isSameRun(last.run, run) &&
    isSameList(last.pinned, pinned);
  if (isSame) return last;
  const onsets = onsetsOf(run, task.pinned);
  const solved = solveRun(run, onsets, task);
  const reading = {
    run,
    largest,
    style: task.style,
    pinned,
    notes: readRun(run, onsets, solved, task),
    troubles: troublesOf(run, onsets, solved, task),
  };
  lastRead.set(first, reading);
  return reading;
}

/** What fingering a score costs in all, and for how many touches: the effort of a key. */
export function fingeringEffort(task: FingerScoreTask): { readonly cost: number; readonly touches: number } {
  let [cost, touches] = [0, 0];
  for (const run of cutRuns(task)) {
    const onsets = onsetsOf(run, task.pinned);
    cost += solveRun(run, onsets, task).localBest;
    touches += onsets.length;
  }
  return { cost, touches };
}

export interface RunOnset {
  /** Notes under the hand, low to high: struck and held. */
  readonly all: readonly Note[];
  readonly keys: readonly number[];
  readonly pinned: readonly (number | null)[];
  readonly movePercent: number;
  readonly isHeldOn: boolean;
}

export function onsetsOf({ touches }: Run, pinned: ReadonlyMap<string, number>): readonly RunOnset[] {
  return touches.map(({ struck, held, movePercent, isHeldOn }) => {
    const all = [...struck, ...held].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch)).slice(0, 5);
    return {
      all,
      keys: all.map((note) => midiOf(note.pitch)),
      pinned: all.map((note) => pinned.get(note.id) ?? null),
      movePercent,
      isHeldOn,
    };
  });
}

export function solveRun(
  { hand }: Run,
  onsets: readonly RunOnset[],
  { size, style }: Pick<FingerScoreTask, 'size' | 'style'>,
): FingeredLine {
  const { largest } = size[hand];
  const task: FingerTask = {
    hand,
    largest,
    style,
    onsets: onsets.map(({ keys, pinned, movePercent, isHeldOn }) => ({
      keys,
      pinned,
      movePercent,
      isHeldOn,
    })),
  };
  const asked = JSON.stringify(task);
  const solved = known.get(asked) ?? fingerLine(task);
  if (known.size >= MOST_KEPT) known.clear();
  known.set(asked, solved);
  return solved;
}

/** For so many touches a finger on a key is remembered. */
const REMEMBERED_TOUCHES = 8;

function readRun(
  { hand, touches }: Run,
  onsets: readonly RunOnset[],
  solved: FingeredLine,
  { pinned }: FingerScoreTask,
): ReadonlyMap<string, FingeredNote> {
  const found = new Map<string, FingeredNote>();
  let before: Placed | null = null;
  const shown = new Map<number, { readonly finger: number; readonly index: number }>();
  for (const [index, { all, isHeldOn }] of onsets.entries()) {
    const fingers = solved.lowToHigh[index]!;
    const isMoved = before === null || isShift(before, { fingers, notes: all }, hand);
    // A figure that comes round again has told its fingers already.
    const isKnown = all.every((note, place) => {
      const last = shown.get(midiOf(note.pitch));
      return last !== undefined && last.finger === fingers[place] && index - last.index <= REMEMBERED_TOUCHES;
    });
    if (isHeldOn) {
      const [note] = all;
      const first = note && found.get(note.id);
      if (note && first && fingers[0] !== first.finger)
        found.set(note.id, { ...first, then: fingers[0]!, isTelling: true });
    } else
      for (const [place, note] of all.entries())
        if (touches[index]!.struck.includes(note))
          found.set(note.id, {
            finger: fingers[place]!,
            then: null,
            isTelling: (isMoved && !isKnown) || pinned.has(note.id),
          });
    for (const [place, note] of all.entries())
      shown.set(midiOf(note.pitch), { finger: fingers[place]!, index });
    before = { fingers, notes: all };
  }
  return found;
}

/** Pins that no hand can follow, and chords that this hand cannot hold. */
function troublesOf(
  run: Run,
  onsets: readonly RunOnset[],
  solved: FingeredLine,
  { size, style }: FingerScoreTask,
): readonly FingerTrouble[] {
  const { hand } = run;
  const context = contextFor(hand, size[hand].largest, weightsOf(style));
  return onsets.flatMap(({ all, keys, pinned }, index): FingerTrouble[] => {
    const fingers = solved.lowToHigh[index]!;
    if (pinned.some((finger, place) => finger !== null && finger !== fingers[place]))
      return [{ kind: 'pins', notes: all, hand }];
    const isRolled = all.some((note) => note.articulations.includes('arpeggiate'));
    const places = inOrder(keys, hand).map((key) => handKey(key, hand));
    return !isRolled && isBeyondReach(context, places, solved.fingers[index]!)
      ? [{ kind: 'reach', notes: all, hand }]
      : [];
  });
}

interface Placed {
  readonly fingers: readonly number[];
  readonly notes: readonly Note[];
}

/** Does the hand leave the five letters that its fingers lay on, or take another shape? */
export function isShift(before: Placed, now: Placed, hand: 'right' | 'left'): boolean {
  if (before.notes.length !== now.notes.length) return true;
  const anchor = (each: Placed, place: number) => {
    const step = diatonicIndex(each.notes[place]!.pitch);
    return hand === 'right' ? step - each.fingers[place]! : step + each.fingers[place]!;
  };
  return now.notes.some((_, place) => anchor(before, place) !== anchor(now, place));
}
