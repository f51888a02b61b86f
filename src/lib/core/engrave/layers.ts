import { grouped } from '../score/grouped';
import type { Measure, Note, Rest, Tuplet } from '../score/model';
import { writeByMetre, writtenValue } from '../score/duration';
import { splitNoteId } from '../score/ids';
import { metreOffset } from '../score/time';
import { ticks, type NoteId, type Ticks } from '../units';

/** One written value on a layer: a note, a chord, a rest, or empty space that keeps the layer in time. */
export interface Slot {
  readonly kind: 'notes' | 'rest' | 'measure-rest' | 'space';
  readonly at: Ticks;
  readonly duration: Ticks;
  readonly notes: readonly SlotNote[];
  readonly graces: readonly Note[];
  readonly tuplet: Tuplet | null;
}

export interface SlotNote {
  /** Id of this written value; differs from the note's own when the note is cut into tied values. */
  readonly id: NoteId;
  readonly note: Note;
  readonly tieTo: NoteId | null;
  readonly isFirst: boolean;
}

export type Layer = readonly Slot[];

/** The layers of one staff in one measure, voices apart, each filled from barline to barline. */
export function layersOf(
  measures: readonly Measure[],
  measure: Measure,
  notes: readonly Note[],
  rests: readonly Rest[],
): readonly Layer[] {
  const offset = metreOffset(measures, measure.index);
  const voices = [...new Set([...notes, ...rests].map((event) => event.voice))];
  const layers = voices.flatMap((voice) => {
    const graces = notes.filter((note) => note.voice === voice && note.grace !== null);
    const events = [
      ...chordsOf(notes.filter((note) => note.voice === voice && note.grace === null)),
      ...rests.filter((rest) => rest.voice === voice).map((rest) => ({ ...rest, notes: [] as Note[] })),
    ].sort((a, b) => a.at - b.at || b.duration - a.duration);
    return separate(events).map((line, index) =>
      fill(
        line.flatMap((event) => writeEvent(event, measure, offset, index === 0 ? graces : [])),
        measure,
        offset,
      ),
    );
  });
  const sounding = layers.filter((layer) => layer.some((slot) => slot.kind === 'notes'));
  // A staff where one voice plays needs no rests of a silent second one.
  if (sounding.length > 0) return sounding;
  return layers.length > 0
    ? layers.slice(0, 1)
    : [[{ kind: 'space', at: measure.start, duration: measure.length, notes: [], graces: [], tuplet: null }]];
}

interface Event {
  readonly at: Ticks;
  readonly duration: Ticks;
  readonly tuplet: Tuplet | null;
  readonly notes: readonly Note[];
  readonly isWholeMeasure?: boolean;
}

function chordsOf(notes: readonly Note[]): readonly Event[] {
  return [...grouped(notes, ({ at, duration }) => `${at}/${duration}`).values()].map((members) => ({
    at: members[0]!.at,
    duration: members[0]!.duration,
    tuplet: members[0]!.tuplet,
    notes: members,
  }));
}

/** Events that overlap cannot share a layer: each goes to the first line that is free. */
function separate(events: readonly Event[]): readonly (readonly Event[])[] {
  const lines: Event[][] = [];
  for (const event of events) {
    const free = lines.find((line) => line.at(-1)!.at + line.at(-1)!.duration <= event.at);
    if (free) free.push(event);
    else lines.push([event]);
  }
  return lines;
}

function writeEvent(event: Event, measure: Measure, offset: Ticks, graces: readonly Note[]): readonly Slot[] {
  const isRest = event.notes.length === 0;
  const base = { tuplet: event.tuplet, graces: graces.filter((grace) => grace.at === event.at) };
  if (isRest && (event.isWholeMeasure || (event.duration === measure.length && offset === 0))) {
    return [{ ...base, kind: 'measure-rest', at: event.at, duration: event.duration, notes: [] }];
  }
  const pieces =
    event.tuplet || (!isRest && writtenValue(event.duration))
      ? [{ at: event.at, duration: event.duration }]
      : writeByMetre(ticks(event.at - measure.start + offset), event.duration, measure.time).map((piece) => ({
          at: ticks(piece.at - offset + measure.start),
          duration: piece.duration,
        }));
  return pieces.map((piece, index): Slot => ({
    ...piece,
    kind: isRest ? 'rest' : 'notes',
    tuplet: event.tuplet,
    graces: index === 0 ? base.graces : [],
    notes: event.notes.map((note) => ({
      id: splitNoteId(note.id, index),
      note,
      tieTo: index + 1 < pieces.length ? splitNoteId(note.id, index + 1) : note.tieTo,
      isFirst: index === 0,
    })),
  }));
}

function fill(slots: readonly Slot[], measure: Measure, offset: Ticks): Layer {
  const filled: Slot[] = [];
  let at: number = measure.start;
  const spaceUntil = (end: number) => {
    if (end <= at) return;
    for (const piece of writeByMetre(ticks(at - measure.start + offset), ticks(end - at), measure.time)) {
      filled.push({
        kind: 'space',
        at: ticks(piece.at - offset + measure.start),
        duration: piece.duration,
        notes: [],
        graces: [],
        tuplet: null,
      });
    }
  };
  for (const slot of slots) {
    spaceUntil(slot.at);
    filled.push(slot);
    at = slot.at + slot.duration;
  }
  spaceUntil(measure.start + measure.length);
  return filled;
}
