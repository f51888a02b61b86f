import { z } from 'zod';
import { measureOfNote } from '../../score/ids';
import type { Articulation } from '../../score/model';
import { definePin, movedNote, noteName, pinId } from './pin';

const SIGNS = ['staccato', 'tenuto', 'accent', 'plain'] as const;
export type TouchSign = (typeof SIGNS)[number];

const schema = z.object({ id: pinId, kind: z.literal('touch'), note: noteName, sign: z.enum(SIGNS) });

export function touchPin(note: string, sign: TouchSign): z.infer<typeof schema> {
  return { id: `touch:${note}`, kind: 'touch', note, sign };
}

/** Signs that stand in one another's place. */
const REPLACED: readonly Articulation[] = ['staccato', 'tenuto', 'accent', 'staccatissimo'];

/** A sign of touch on a note, or none. */
export const touch = definePin({
  schema,
  name: 'sign of touch',
  placeOf: (pin) => measureOfNote(pin.note),
  notesOf: (pin) => [pin.note],
  move: (pin, move) => touchPin(movedNote(pin.note, move), pin.sign),
  sound: (pin, on) =>
    on.change(pin.note, pin, (note) => {
      const others = note.articulations.filter((each) => !REPLACED.includes(each));
      return { ...note, articulations: pin.sign === 'plain' ? others : [...others, pin.sign] };
    }),
});
