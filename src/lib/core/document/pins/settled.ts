import { z } from 'zod';
import { transposePitch } from '../../pitch/interval';
import { ARTICULATIONS, type Note } from '../../score/model';
import { noteId, ticks } from '../../units';
import { definePin, duration, hand, measure, movedNote, noteName, pinId, pitch, tick } from './pin';
import { ownNote } from './pinned-notes';

/** A note as it stood in the source's key when its measure was settled. */
const settledNote = z.object({
  id: noteName,
  hand,
  at: tick,
  duration,
  pitch,
  finger: z.int().min(1).max(5).nullable(),
  tieTo: noteName.nullable(),
  tuplet: z
    .object({ id: z.string().max(100), actual: z.int().min(1).max(64), normal: z.int().min(1).max(64) })
    .nullable(),
  articulations: z.array(z.enum(ARTICULATIONS)).max(14),
});

const schema = z.object({
  id: pinId,
  kind: z.literal('settled'),
  measure,
  notes: z.array(settledNote).max(400),
});

export type SettledPin = z.infer<typeof schema>;

export function settledPin(measure: number, notes: SettledPin['notes']): SettledPin {
  return { id: `settled:${measure}`, kind: 'settled', measure, notes };
}

/** A whole measure as it stands: nothing that changes elsewhere moves it. */
export const settled = definePin({
  schema,
  name: 'settled measure',
  isOfSound: true,
  mayAddLoad: true,
  fillsMeasure: true,
  wordOf: () => 'settled',
  placeOf: (pin) => pin.measure,
  move: (pin, move) =>
    settledPin(
      move.to,
      pin.notes.map((note) => ({
        ...note,
        id: movedNote(note.id, move),
        tieTo: note.tieTo === null ? null : movedNote(note.tieTo, move),
      })),
    ),
  sound: (pin, on) => {
    const { measures, sourceMeasure, interval, scale } = on.place;
    const own = measures.filter((each) => sourceMeasure[each.index] === pin.measure);
    const indices = new Set(own.map((each) => each.index));
    for (const note of on.notes.values()) if (indices.has(note.measure)) on.notes.delete(note.id);
    for (const each of pin.notes) {
      const at = own[0] ? own[0].start + each.at * scale : 0;
      const here = own.findLast(({ start }) => start <= at);
      if (!here) continue;
      const note: Note = {
        ...ownNote(each.hand, each.hand === 'right' ? 'R' : 'L'),
        measure: here.index,
        at: ticks(at),
        id: noteId(each.id),
        duration: on.fitting(here, at, each.duration * scale),
        pitch: transposePitch(each.pitch, interval),
        finger: each.finger,
        tieTo: each.tieTo === null ? null : noteId(each.tieTo),
        tuplet: each.tuplet,
        articulations: each.articulations,
      };
      on.notes.set(note.id, note);
    }
    for (const index of indices) on.touched.add(index);
  },
});
