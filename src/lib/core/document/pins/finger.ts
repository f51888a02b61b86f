import { z } from 'zod';
import { withFinger } from '../../score/finger';
import { measureOfNote } from '../../score/ids';
import { definePin, movedNote, noteName, pinId } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('finger'),
  note: noteName,
  finger: z.int().min(1).max(5),
});

export function fingerPinId(note: string): string {
  return `finger:${note}`;
}

export function fingerPin(note: string, finger: number): z.infer<typeof schema> {
  return { id: fingerPinId(note), kind: 'finger', note, finger };
}

/** A finger; it rests when its note has gone to the other hand. */
export const finger = definePin({
  schema,
  name: 'finger',
  placeOf: (pin) => measureOfNote(pin.note),
  notesOf: (pin) => [pin.note],
  move: (pin, move) => fingerPin(movedNote(pin.note, move), pin.finger),
  mark: (pin, on) => {
    const note = on.notes.get(pin.note);
    if (note && !on.changedHand.has(pin.note)) on.notes.set(pin.note, withFinger(note, pin.finger));
    else on.rest(pin);
  },
});
