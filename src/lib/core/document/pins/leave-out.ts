import { z } from 'zod';
import { measureOfNote } from '../../score/ids';
import { definePin, movedNote, noteName, pinId } from './pin';

const schema = z.object({ id: pinId, kind: z.literal('leave-out'), note: noteName });

export function leaveOutPin(note: string): z.infer<typeof schema> {
  return { id: `leave-out:${note}`, kind: 'leave-out', note };
}

/** A left-out note never rests: on a rung that has no such note there is nothing left to do. */
export const leaveOut = definePin({
  schema,
  name: 'left-out note',
  placeOf: (pin) => measureOfNote(pin.note),
  move: (pin, move) => leaveOutPin(movedNote(pin.note, move)),
  sound: (pin, on) => {
    if (on.notes.has(pin.note)) on.change(pin.note, pin, () => null);
  },
});
