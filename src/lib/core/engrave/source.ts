import type { Count } from '../counting/count';
import type { Note, Rest, Score, Slur } from '../score/model';
import { isSameList } from '../score/same-list';
import type { NoteId } from '../units';
import { layersOf, type Layer } from './layers';

/** What is printed with the notes. */
export interface Markings {
  readonly fingers: boolean;
  readonly counts: boolean;
  readonly chordSymbols: boolean;
  /** Seventh chords and the like by the triads that sound in their place. */
  readonly arePlainChords?: boolean;
  readonly lyrics: boolean;
  readonly pedal: boolean;
  /** The letter of each note under its staff. */
  readonly noteNames?: boolean;
  /** The staff, from 0, that is printed small beside the one to be read. */
  readonly smallStaff?: number;
  /** Small pictures of scales and chords have no metre. */
  readonly isWithoutMetre?: boolean;
}

export const ALL_MARKINGS: Markings = {
  fingers: true,
  counts: true,
  chordSymbols: true,
  lyrics: true,
  pedal: true,
};

/** A score prepared for engraving: events found by measure and staff without searching. */
export interface EngravingSource {
  readonly score: Score;
  readonly counts: readonly (readonly Count[])[];
  /** By measure and staff. */
  readonly events: readonly (readonly {
    readonly notes: readonly Note[];
    readonly rests: readonly Rest[];
  }[])[];
  readonly layers: readonly (readonly (readonly Layer[])[])[];
  readonly tieTargets: ReadonlySet<NoteId>;
  readonly positionOf: ReadonlyMap<NoteId, Note>;
  /** Slurs between notes that stand. */
  readonly slurs: readonly PlacedSlur[];
}

export interface PlacedSlur {
  readonly slur: Slur;
  readonly start: Note;
  readonly end: Note;
}

/** With the source drawn before, measures whose notes are the same records keep their layers, and can be told by that. */
export function prepareEngraving(
  score: Score,
  counts: readonly (readonly Count[])[],
  before: EngravingSource | null = null,
): EngravingSource {
  const cells = new Map<string, { notes: Note[]; rests: Rest[] }>();
  const cell = (event: Note | Rest) => {
    const key = `${event.measure}/${event.staff}`;
    const found = cells.get(key) ?? { notes: [], rests: [] };
    cells.set(key, found);
    return found;
  };
  for (const note of score.notes) cell(note).notes.push(note);
  for (const rest of score.rests) cell(rest).rests.push(rest);
  const staves = score.parts[0]?.staves ?? 1;
  const events = score.measures.map((measure) =>
    Array.from(
      { length: staves },
      (_, staff) => cells.get(`${measure.index}/${staff}`) ?? { notes: [], rests: [] },
    ),
  );
  const layers = score.measures.map((measure, index) => {
    const isKept =
      before?.score.measures === score.measures && isSameEvents(before.events[index]!, events[index]!);
    if (isKept) return before.layers[index]!;
    return events[index]!.map(({ notes, rests }) => layersOf(score.measures, measure, notes, rests));
  });
  const positionOf = new Map(score.notes.map((note) => [note.id, note]));
  return {
    events,
    score,
    counts,
    layers,
    tieTargets: new Set(score.notes.flatMap((note) => (note.tieTo === null ? [] : [note.tieTo]))),
    positionOf,
    slurs: score.slurs.flatMap((slur): PlacedSlur[] => {
      const [start, end] = [positionOf.get(slur.from), positionOf.get(slur.to)];
      return start && end ? [{ slur, start, end }] : [];
    }),
  };
}

function isSameEvents(
  before: EngravingSource['events'][number],
  now: EngravingSource['events'][number],
): boolean {
  return now.every(
    (staff, index) =>
      isSameList(staff.notes, before[index]?.notes ?? []) &&
      isSameList(staff.rests, before[index]?.rests ?? []),
  );
}

/** True when a line would be engraved exactly as it was from the source before. */
export function isSameLine(before: EngravingSource, now: EngravingSource, range: SystemRange): boolean {
  if (
    before.score.measures !== now.score.measures ||
    before.score.parts[0]?.order !== now.score.parts[0]?.order
  )
    return false;
  const slurs = now.slurs.filter((slur) => touchesLine(slur, range));
  const { from, to } = spanOf(slurs, range);
  for (let index = from; index <= to; index += 1)
    if (before.layers[index] !== now.layers[index]) return false;
  for (let index = range.from; index <= range.to; index += 1)
    if (before.counts[index] !== now.counts[index]) return false;
  const isOnLine = ({ measure }: { readonly measure: number }) =>
    measure >= range.from && measure <= range.to;
  return (
    isTiedIntoAlike(before, now, range.from) &&
    haveSameClefs(before.score.clefs, now.score.clefs, range.to) &&
    isSameOn(before.score.chords, now.score.chords, isOnLine) &&
    isSameOn(before.score.words, now.score.words, isOnLine) &&
    isSameOn(before.score.marks, now.score.marks, isOnLine) &&
    isSameList(
      before.slurs.filter((slur) => touchesLine(slur, range)).map(({ slur }) => slur),
      slurs.map(({ slur }) => slur),
    )
  );
}

/** The line with all that its slurs span on other lines: the notes there decide on which side a slur lies. */
function spanOf(slurs: readonly PlacedSlur[], range: SystemRange): SystemRange {
  return slurs.reduce(
    ({ from, to }, { start, end }) => ({
      from: Math.min(from, start.measure),
      to: Math.max(to, end.measure),
    }),
    range,
  );
}

/** A tie that comes from the line before shows in the first measure alone, whose own notes need not have changed. */
function isTiedIntoAlike(before: EngravingSource, now: EngravingSource, first: number): boolean {
  return now.events[first]!.every(({ notes }) =>
    notes.every(({ id }) => before.tieTargets.has(id) === now.tieTargets.has(id)),
  );
}

/** A clef before the line holds in it. Clefs are written anew with every arrangement, so they are told by what they say. */
function haveSameClefs(before: Score['clefs'], now: Score['clefs'], to: number): boolean {
  const holding = (clefs: Score['clefs']) => clefs.filter(({ measure }) => measure <= to);
  const [those, these] = [holding(before), holding(now)];
  return those.length === these.length && those.every((clef, index) => isSameClef(clef, these[index]!));
}

function isSameClef(a: Score['clefs'][number], b: Score['clefs'][number]): boolean {
  return (
    a.staff === b.staff &&
    a.at === b.at &&
    a.sign === b.sign &&
    a.line === b.line &&
    a.octave === b.octave &&
    a.part === b.part
  );
}

function isSameOn<T>(before: readonly T[], now: readonly T[], isOnLine: (event: T) => boolean): boolean {
  if (before === now) return true;
  return isSameList(before.filter(isOnLine), now.filter(isOnLine));
}

function touchesLine({ start, end }: PlacedSlur, range: SystemRange): boolean {
  return start.measure <= range.to && end.measure >= range.from;
}

/** A run of measures on one line, both ends included. */
export interface SystemRange {
  readonly from: number;
  readonly to: number;
}
