import { z } from 'zod';
import { measureOfNote } from '../../score/ids';
import { definePin, movedNote, noteName, pinId } from './pin';

const schema = z.object({ id: pinId, kind: z.literal('circle'), note: noteName });

export function circlePin(note: string): z.infer<typeof schema> {
  return { id: `circle:${note}`, kind: 'circle', note };
}

/** A ring round a note, as a teacher draws it. */
export const circle = definePin({
  schema,
  name: 'circle',
  placeOf: (pin) => measureOfNote(pin.note),
  notesOf: (pin) => [pin.note],
  move: (pin, move) => circlePin(movedNote(pin.note, move)),
  mark: (pin, on) => {
    if (on.notes.has(pin.note)) on.circled.push(pin.note);
    else on.rest(pin);
  },
});
