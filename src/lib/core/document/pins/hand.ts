import { z } from 'zod';
import type { HandName } from '../../hands/hand';
import { measureOfNote } from '../../score/ids';
import { definePin, hand as handName, movedNote, noteName, pinId } from './pin';
import { staffOf } from './pinned-notes';

const schema = z.object({ id: pinId, kind: z.literal('hand'), note: noteName, hand: handName });

export function handPin(note: string, hand: HandName): z.infer<typeof schema> {
  return { id: `hand:${note}`, kind: 'hand', note, hand };
}

/** A note given to a hand. Its finger rests when that is the other one. */
export const hand = definePin({
  schema,
  name: 'change of hand',
  placeOf: (pin) => measureOfNote(pin.note),
  notesOf: (pin) => [pin.note],
  move: (pin, move) => handPin(movedNote(pin.note, move), pin.hand),
  sound: (pin, on) =>
    on.change(pin.note, pin, (note) => {
      const staff = staffOf(pin.hand);
      if (note.staff === staff) return note;
      on.changedHand.add(note.id);
      return { ...note, staff, voice: pin.hand === 'right' ? 'Rh' : 'Lh', finger: null };
    }),
});
