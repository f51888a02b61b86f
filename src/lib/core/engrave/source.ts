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
  return {
    events,
    score,
    counts,
    layers,
    tieTargets: new Set(score.notes.flatMap((note) => (note.tieTo === null ? [] : [note.tieTo]))),
    positionOf: new Map(score.notes.map((note) => [note.id, note])),
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
  for (let index = range.from; index <= range.to; index += 1)
    if (before.layers[index] !== now.layers[index] || before.counts[index] !== now.counts[index])
      return false;
  const isOnLine = ({ measure }: { readonly measure: number }) =>
    measure >= range.from && measure <= range.to;
  // A clef before the line holds in it, so clefs are compared as a whole.
  if (before.score.clefs !== now.score.clefs) return false;
  return (
    isSameOn(before.score.chords, now.score.chords, isOnLine) &&
    isSameOn(before.score.words, now.score.words, isOnLine) &&
    isSameOn(before.score.marks, now.score.marks, isOnLine) &&
    isSameOn(
      before.score.slurs,
      now.score.slurs,
      (slur) => touchesLine(now, slur, range) || touchesLine(before, slur, range),
    )
  );
}

function isSameOn<T>(before: readonly T[], now: readonly T[], isOnLine: (event: T) => boolean): boolean {
  if (before === now) return true;
  return isSameList(before.filter(isOnLine), now.filter(isOnLine));
}

function touchesLine({ positionOf }: EngravingSource, slur: Slur, range: SystemRange): boolean {
  const [from, to] = [positionOf.get(slur.from), positionOf.get(slur.to)];
  return from !== undefined && to !== undefined && from.measure <= range.to && to.measure >= range.from;
}

/** A run of measures on one line, both ends included. */
export interface SystemRange {
  readonly from: number;
  readonly to: number;
}
