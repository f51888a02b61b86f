import { z } from 'zod';
import { measureOfNote } from '../../score/ids';
import { definePin, movedNote, noteName, pinId } from './pin';

const schema = z.object({ id: pinId, kind: z.literal('slur'), from: noteName, to: noteName });

export function slurPin(from: string, to: string): z.infer<typeof schema> {
  return { id: `slur:${from}>${to}`, kind: 'slur', from, to };
}

export const slur = definePin({
  schema,
  name: 'slur',
  placeOf: (pin) => measureOfNote(pin.from),
  notesOf: (pin) => [pin.from, pin.to],
  move: (pin, move) => slurPin(movedNote(pin.from, move), movedNote(pin.to, move)),
  mark: (pin, on) => {
    const [from, to] = [on.notes.get(pin.from), on.notes.get(pin.to)];
    if (from && to && from.at < to.at) on.slurs = [...on.slurs, { from: from.id, to: to.id }];
    else on.rest(pin);
  },
});
