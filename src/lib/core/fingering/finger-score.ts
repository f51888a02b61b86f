import { weightsOf, type FingeringWeights } from './weights.data';
import type { HandSize } from '../hands/reach';
import { midiOf } from '../pitch/pitch';
import type { Note } from '../score/model';
import { isSameList } from '../score/same-list';
import { isBeyondReach, handKey } from './costs';
import {
  contextFor,
  fingerLine,
  inOrder,
  thumbFirstPairs,
  type FingeredLine,
  type FingerTask,
} from './finger-line';
import { foldFigures } from './figures';
import { RepeatMemory } from './repeat-memory';
import { onsetsOf, struckPlaces, type RunOnset } from './onsets';
import { cutRuns, isSameRun, type Run, type RunTask } from './runs';
import { isShift, type Placed } from './shift';
import type { FingeringStyle } from '../document/choices/fingering-styles.data';

export interface FingerScoreTask extends RunTask {
  readonly size: HandSize;
  readonly style: FingeringStyle;
  /** Prices in place of the style's own, when they are fitted. */
  readonly weights?: FingeringWeights;
  /** Fingers that stand, by note: the teacher's and the source's. */
  readonly pinned: ReadonlyMap<string, number>;
  /** For each measure the first that is played alike, or itself. */
  readonly twinOf: readonly number[];
  /** May the right hand's thumb pass? Where not, a pass that cannot be helped is told. */
  readonly mayPass: boolean;
}

export interface FingeredNote {
  readonly finger: number;
  /** The finger that takes the key over while it is held; null where none does. */
  readonly then: number | null;
  /** Shown where only what tells the hand something is shown: first notes, shifts, crossings, pins. */
  readonly isTelling: boolean;
}

/** A place where the hand cannot do what is asked of it, or where the thumb passes on a rung that has no passes. */
export interface FingerTrouble {
  readonly kind: 'pins' | 'reach' | 'pass';
  readonly notes: readonly Note[];
  readonly hand: 'right' | 'left';
}

export interface FingeredScore {
  readonly notes: ReadonlyMap<string, FingeredNote>;
  readonly troubles: readonly FingerTrouble[];
}

/** A run with the fingers that stand in it: those that were set, and those that an earlier, equal measure had. */
export interface SetRun {
  readonly run: Run;
  readonly set: ReadonlyMap<string, number>;
  /** Those of them that were set, or stood in another measure. */
  readonly copied: () => ReadonlyMap<string, number>;
}

/** Runs fingered before, by what they hold; a change of one finger solves its own run only. */
const known = new Map<string, FingeredLine>();
const MOST_KEPT = 4_000;

/**
 * Fingers both hands of a score, run by run; what repeats takes the fingers that it had the first time. O(touches × ways³) for
 * what was not met before; O(touches) for a run of the very notes that it had when it was last read.
 */
export function fingerScore(task: FingerScoreTask): FingeredScore {
  const notes = new Map<string, FingeredNote>();
  const troubles: FingerTrouble[] = [];
  const read = readRuns(task);
  for (const { reading } of read) {
    for (const [id, fingered] of reading.notes) notes.set(id, fingered);
    troubles.push(...reading.troubles);
  }
  const passes = task.mayPass
    ? []
    : passesIn(
        read.map(({ run }) => run),
        notes,
      );
  return { notes, troubles: [...troubles, ...passes] };
}

/** The run of a note, with the fingers that stand in it; null where the note is not struck by the learner's hands. */
export function runOf(task: FingerScoreTask, noteId: string): SetRun | null {
  return (
    readRuns(task).find(({ run }) =>
      run.touches.some(({ struck }) => struck.some((note) => note.id === noteId)),
    ) ?? null
  );
}

/** Runs with the figures of an accompaniment as the shapes that they are. */
function foldedRuns(task: FingerScoreTask): readonly Run[] {
  return cutRuns(task).map((run) => foldFigures(run, task.size));
}

/** All runs in the order of the music, each read with what the measures before it have settled. */
function readRuns(task: FingerScoreTask): readonly (SetRun & { readonly reading: Reading })[] {
  const memory = new RepeatMemory(task);
  return foldedRuns(task).map((run) => {
    const set = memory.fingersFor(run, task.pinned);
    let reading = readAgain(run, set, task);
    memory.remember(run, reading.notes);
    // A measure may come back within its own run.
    const again = memory.fingersFor(run, task.pinned, true);
    if ([...again].some(([id, finger]) => reading.notes.get(id)?.finger !== finger))
      reading = readAgain(run, again, task);
    return { run, set: again, copied: () => memory.fingersFor(run, task.pinned), reading };
  });
}

interface Reading extends FingeredScore {
  readonly run: Run;
  readonly largest: number;
  readonly style: FingeringStyle;
  readonly mayPass: boolean;
  readonly weights: FingeringWeights | undefined;
  readonly pinned: readonly (number | null)[];
}

/** What was last read, by the first note of its run: by itself, and once more with what came back in it. */
const lastRead = new WeakMap<Note, readonly Reading[]>();

function readAgain(run: Run, set: ReadonlyMap<string, number>, task: FingerScoreTask): Reading {
  const { largest } = task.size[run.hand];
  const pinned: (number | null)[] = [];
  for (const { struck, held } of run.touches)
    for (const notes of [struck, held])
      for (const { id } of notes) pinned.push(set.get(id) ?? null, task.pinned.get(id) ?? null);
  const first = run.touches[0]!.struck[0]!;
  const last = lastRead.get(first) ?? [];
  const same = last.find(
    (each) =>
      each.largest === largest &&
      each.style === task.style &&
      each.mayPass === task.mayPass &&
      each.weights === task.weights &&
      isSameRun(each.run, run) &&
      isSameList(each.pinned, pinned),
  );
  if (same) return same;
  const onsets = onsetsOf(run, set);
  const solved = solveRun(run, onsets, task);
  const reading = {
    run,
    largest,
    style: task.style,
    mayPass: task.mayPass,
    weights: task.weights,
    pinned,
    notes: readRun(run, onsets, solved, task),
    troubles: troublesOf(run, onsets, solved, task),
  };
  lastRead.set(first, [reading, ...last.slice(0, 1)]);
  return reading;
}

/** What fingering a score costs in all, and for how many touches: the effort of a key. */
export function fingeringEffort(task: FingerScoreTask): { readonly cost: number; readonly touches: number } {
  let [cost, touches] = [0, 0];
  for (const run of foldedRuns(task)) {
    const onsets = onsetsOf(run, task.pinned);
    cost += solveRun(run, onsets, task).localBest;
    touches += onsets.length;
  }
  return { cost, touches };
}

export function solveRun(
  { hand, isTune }: Run,
  onsets: readonly RunOnset[],
  { size, style, mayPass, weights }: Pick<FingerScoreTask, 'size' | 'style' | 'mayPass' | 'weights'>,
): FingeredLine {
  const { largest } = size[hand];
  const task: FingerTask = {
    hand,
    largest,
    style,
    ...(weights ? { weights } : {}),
    isTune,
    mayPass: mayPass || hand === 'left',
    onsets: onsets.map(({ keys, pinned, movePercent, isHeldOn, enters, leaves, apart, isBlock }) => ({
      keys,
      pinned,
      movePercent,
      isHeldOn,
      enters,
      leaves,
      apart,
      isBlock,
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
      for (const { note, place } of struckPlaces(touches[index]!, onsets[index]!))
        found.set(note.id, {
          finger: pinned.get(note.id) ?? fingers[place]!,
          then: null,
          // A figure tells its fingers when it begins.
          isTelling: (isMoved && !isKnown && all[place] === note) || pinned.has(note.id),
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
  { size, style, pinned }: FingerScoreTask,
): readonly FingerTrouble[] {
  const { hand } = run;
  const context = contextFor(hand, size[hand].largest, weightsOf(style));
  return onsets.flatMap(({ all, keys, apart }, index): FingerTrouble[] => {
    const fingers = solved.lowToHigh[index]!;
    if (all.some((note, place) => (pinned.get(note.id) ?? fingers[place]) !== fingers[place]))
      return [{ kind: 'pins', notes: all, hand }];
    const isRolled = all.some((note) => note.articulations.includes('arpeggiate'));
    const places = inOrder(keys, hand).map((key) => handKey(key, hand));
    return !isRolled &&
      isBeyondReach(context, places, solved.fingers[index]!, thumbFirstPairs(apart, keys.length, hand))
      ? [{ kind: 'reach', notes: all, hand }]
      : [];
  });
}

/** Where the right hand's thumb passes between single notes, from run to run as well. */
function passesIn(
  runs: readonly Run[],
  fingered: ReadonlyMap<string, FingeredNote>,
): readonly FingerTrouble[] {
  const touches = runs.filter(({ hand }) => hand === 'right').flatMap((run) => run.touches);
  return touches.flatMap(({ struck: [note], ...touch }, index): FingerTrouble[] => {
    const [before] = touches[index - 1]?.struck ?? [];
    const isSingle = touch.lastKey !== null && touches[index - 1]?.lastKey !== null;
    if (!note || !before || !isSingle) return [];
    const [f, g] = [fingered.get(before.id), fingered.get(note.id)];
    if (!f || !g) return [];
    const last = f.then ?? f.finger;
    const rise = midiOf(note.pitch) - midiOf(before.pitch);
    const isPass = last !== g.finger && Math.min(last, g.finger) === 1 && rise * (g.finger - last) < 0;
    return isPass ? [{ kind: 'pass', notes: [before, note], hand: 'right' }] : [];
  });
}
