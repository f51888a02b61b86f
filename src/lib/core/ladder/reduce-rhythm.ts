import { fillWithRests, type RestPlace } from '../score/fill-rests';
import type { Measure, Note, Rest, TimeSignature } from '../score/model';
import { beatsOf, placeLabel, isCountedInEighths } from '../score/time';
import { TICKS_PER_QUARTER, ticks, type NoteId } from '../units';
import { pitchLabel } from '../pitch/pitch';
import type { HandName } from '../hands/hand';
import type { Loss } from '../score/losses';
import { allowsOffBeatEntry, allowsTies, gridOf, isFinerThan } from '../rungs/rhythm-grid';
import { RHYTHM_LABELS, type RhythmClass } from '../rungs/rhythm-classes.data';

/** The notes and rests of one hand in one measure, with what was done to get them. */
export interface HandMusic {
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
  readonly losses: readonly Loss[];
}

export interface ReduceTask {
  readonly measure: Measure;
  /** Where the measure begins in its metre. */
  readonly offset: number;
  readonly hand: HandName;
  readonly notes: readonly Note[];
  readonly rests: readonly Rest[];
  /** Notes held over from the measure before, with the place in its metre where they were struck, if in that measure. */
  readonly heldFrom: ReadonlyMap<NoteId, number>;
  readonly rhythm: RhythmClass;
  /** What asks for a rhythm coarser than the rung's own, in words; null where it is the rung's own. */
  readonly because?: string | null;
}

interface Column {
  readonly at: number;
  readonly notes: readonly Note[];
  readonly end: number;
}

/**
 * Brings a hand's rhythm within a class. Notes that begin where the class allows are kept; a note that still sounds at
 * the next such place enters there; any other is left out, and the note before it goes on through its time. Rests of the
 * music stay rests. O(notes).
 */
export function reduceRhythm(task: ReduceTask): HandMusic {
  if (task.rhythm === 'any') return { notes: task.notes, rests: task.rests, losses: [] };
  const voices = [...new Set(task.notes.map((note) => note.voice))];
  const reduced = voices.map((voice) =>
    reduceVoice(
      task,
      task.notes.filter((note) => note.voice === voice),
    ),
  );
  const notes = reduced.flatMap((each) => each.notes);
  const isUnchanged = notes.length === task.notes.length && notes.every((note) => task.notes.includes(note));
  return {
    notes,
    rests: isUnchanged
      ? task.rests
      : fillWithRests(task.measure, task.offset, notes, task.rests, placeOf(task)),
    losses: reduced.flatMap((each) => each.losses),
  };
}

function reduceVoice(
  { measure, offset, hand, heldFrom, rhythm, because = null }: ReduceTask,
  all: readonly Note[],
): Pick<HandMusic, 'notes' | 'losses'> {
  const losses: Loss[] = [];
  const why = because ?? `${RHYTHM_LABELS[rhythm]} are this rung’s rhythm`;
  const lose = (
    notes: readonly Note[],
    kind: Loss['kind'],
    what: (names: string, place: string) => string,
  ) => {
    const names = notes.map((note) => pitchLabel(note.pitch)).join(', ');
    const place = placeLabel(notes[0]!.at - measure.start + offset, measure.time);
    losses.push({
      measure: measure.index,
      hand,
      kind,
      notes: notes.map((note) => note.id),
      sentence: `${what(names, place)}: ${why}.`,
    });
  };
  const graces = all.filter((note) => note.grace);
  const keepsGraces = rhythm === 'sixteenths';
  if (graces.length > 0 && !keepsGraces) lose(graces, 'left-out', (names) => `Grace note ${names} left out`);

  const columns = columnsOf(all.filter((note) => !note.grace));
  const triplets = tripletPlaces(columns, measure, offset);
  const grid = gridOf(rhythm, measure.time, triplets).map((place) => place - offset + measure.start);
  const onGrid = new Set(grid);
  const beats = beatsOf(measure.time).map((beat) => beat.at - offset + measure.start);
  const kept: { column: Column; at: number }[] = [];
  const dropped: Column[] = [];
  const isSounding = (place: number) => {
    const last = kept.at(-1);
    return last !== undefined && (last.at === place || endWith(last.column, dropped) > place);
  };
  const isAllowed = (at: number) => {
    if (!onGrid.has(at)) return false;
    if (beats.includes(at)) return true;
    const unit = isCountedInEighths(measure.time) ? TICKS_PER_QUARTER / 2 : TICKS_PER_QUARTER;
    const isWhole = (at - measure.start + offset) % unit === 0;
    const beat = beats.findLast((each) => each <= at) ?? measure.start;
    if (rhythm === 'eighth-pairs')
      return isWhole || kept.some((each) => each.at === at - TICKS_PER_QUARTER / 2);
    if (isWhole && !isCountedInEighths(measure.time)) return true;
    return allowsOffBeatEntry(rhythm) || isSounding(Math.max(beat, measure.start)) || beat < measure.start;
  };
  for (const [index, column] of columns.entries()) {
    const origin = column.notes.map((note) => heldFrom.get(note.id)).find((each) => each !== undefined);
    const isHeld = origin !== undefined;
    if (isHeld && column.at > measure.start && !(allowsTies(rhythm) && isAllowed(column.at))) {
      // Held within the measure: the note before simply goes on.
      dropped.push(column);
      lose(column.notes, 'joined', (names) => `${names} is written as one value with the note it is tied to`);
      continue;
    }
    if (isHeld && !allowsTies(rhythm) && isStruckAllowed(origin, rhythm, measure.time)) {
      lose(column.notes, 'shortened', (names) => `${names} ends at the barline`);
      continue;
    }
    if (isAllowed(column.at)) {
      kept.push({ column, at: column.at });
      continue;
    }
    const next = columns[index + 1]?.at ?? Infinity;
    const entry = grid.find((place) => place > column.at && place < column.end && beats.includes(place));
    if (entry !== undefined && next > entry) {
      kept.push({ column, at: entry });
      lose(column.notes, 'shortened', (names, place) => `${names} ${place} enters on the beat`);
    } else {
      dropped.push(column);
      lose(column.notes, 'left-out', (names, place) => `${names} ${place} left out`);
    }
  }
  const barline = measure.start + measure.length;
  const notes = kept.flatMap(({ column, at }, index) => {
    const until = kept[index + 1]?.at ?? barline;
    const between = dropped.filter((each) => each.at >= column.at && each.at < until);
    const sounding = Math.min(until, endWith(column, between));
    const end = Math.min(until, roundUp(sounding, at, rhythm, measure, offset, column));
    return column.notes.map((note) => reshape(note, column, at, end, rhythm));
  });
  const finest = keepsGraces ? graces : [];
  return { notes: [...finest, ...notes], losses };
}

function columnsOf(notes: readonly Note[]): readonly Column[] {
  const columns = new Map<number, Note[]>();
  for (const note of notes) {
    const found = columns.get(note.at);
    if (found) found.push(note);
    else columns.set(note.at, [note]);
  }
  return [...columns.entries()]
    .sort(([a], [b]) => a - b)
    .map(([at, members]) => ({
      at,
      notes: members,
      end: Math.max(...members.map((note) => note.at + note.duration)),
    }));
}

/** How long the sound goes on from a column through what was dropped right after it. */
function endWith(column: Column, dropped: readonly Column[]): number {
  return dropped.reduce(
    (end, each) => (each.at >= column.at && each.at <= end ? Math.max(end, each.end) : end),
    column.end,
  );
}

/** Was the note that is held over struck where the class lets notes begin? Unknown places count as struck there. */
export function isStruckAllowed(place: number, rhythm: RhythmClass, time: TimeSignature): boolean {
  return place < 0 || gridOf(rhythm, time).includes(place);
}

/** Places of triplets in the metre, as far as they divide a beat in three. */
function tripletPlaces(columns: readonly Column[], measure: Measure, offset: number): ReadonlySet<number> {
  return new Set(
    columns
      .filter((column) => column.notes.every((note) => note.tuplet?.actual === 3))
      .map((column) => column.at - measure.start + offset)
      .filter((place) => (place * 3) % TICKS_PER_QUARTER === 0),
  );
}

/** Ends fall on the class's own unit, so that a rest is a value the learner reads. */
function roundUp(
  end: number,
  at: number,
  rhythm: RhythmClass,
  measure: Measure,
  offset: number,
  column: Column,
): number {
  const isPlain = column.at === at && column.end === end;
  const isLongEnough = end - at >= TICKS_PER_QUARTER / (isFinerThan(rhythm, 'triplets') ? 4 : 3);
  if (isPlain && isLongEnough && isFinerThan(rhythm, 'eighths')) return end;
  const isCoarse = !isFinerThan(rhythm, 'quarters') && !isCountedInEighths(measure.time);
  const unit = isCoarse
    ? TICKS_PER_QUARTER
    : isFinerThan(rhythm, 'triplets')
      ? TICKS_PER_QUARTER / 4
      : TICKS_PER_QUARTER / 2;
  const place = end - measure.start + offset;
  return Math.ceil(place / unit) * unit - offset + measure.start;
}

function reshape(note: Note, column: Column, at: number, end: number, rhythm: RhythmClass): Note {
  const ownEnd = note.at + note.duration;
  const until = ownEnd === column.end ? end : Math.min(end, Math.max(ownEnd, at + 1));
  const duration = ticks(Math.max(1, until - at));
  const tuplet = isFinerThan(rhythm, 'eighths') && note.tuplet?.actual === 3 ? note.tuplet : null;
  if (note.at === at && note.duration === duration && note.tuplet === tuplet) return note;
  // A note that ends before its barline is no longer tied over it.
  const tieTo = until >= ownEnd ? note.tieTo : null;
  return { ...note, at: ticks(at), duration, tuplet, tieTo };
}

function placeOf({ hand, notes, rests }: ReduceTask): RestPlace {
  const first = notes[0] ?? rests[0];
  return { staff: hand === 'right' ? 0 : 1, voice: first?.voice ?? '1' };
}
