import { z } from 'zod';
import { measureOfNote } from '../../score/ids';
import { definePin, duration, movedNote, noteName, pinId } from './pin';

const schema = z.object({ id: pinId, kind: z.literal('value'), note: noteName, duration });

/** `ticks` of the source. */
export function valuePin(note: string, ticks: number): z.infer<typeof schema> {
  return { id: `value:${note}`, kind: 'value', note, duration: Math.max(1, Math.round(ticks)) };
}

/** Another length. */
export const value = definePin({
  schema,
  name: 'note value',
  placeOf: (pin) => measureOfNote(pin.note),
  notesOf: (pin) => [pin.note],
  move: (pin, move) => valuePin(movedNote(pin.note, move), pin.duration),
  sound: (pin, on) =>
    on.change(pin.note, pin, (note) => ({
      ...note,
      duration: on.fitting(on.place.measures[note.measure]!, note.at, pin.duration * on.place.scale),
      tieTo: null,
      tuplet: null,
    })),
});
