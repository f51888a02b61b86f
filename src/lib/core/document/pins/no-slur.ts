import { z } from 'zod';
import { measureOfNote } from '../../score/ids';
import { definePin, movedNote, noteName, pinId } from './pin';

const schema = z.object({ id: pinId, kind: z.literal('no-slur'), from: noteName, to: noteName });

export function noSlurPin(from: string, to: string): z.infer<typeof schema> {
  return { id: `no-slur:${from}>${to}`, kind: 'no-slur', from, to };
}

/** A slur of the score that is taken away. */
export const noSlur = definePin({
  schema,
  name: 'removed slur',
  placeOf: (pin) => measureOfNote(pin.from),
  notesOf: (pin) => [pin.from, pin.to],
  move: (pin, move) => noSlurPin(movedNote(pin.from, move), movedNote(pin.to, move)),
  mark: (pin, on) => {
    on.slurs = on.slurs.filter((each) => each.from !== pin.from || each.to !== pin.to);
  },
});
