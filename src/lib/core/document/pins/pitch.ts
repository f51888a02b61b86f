import { z } from 'zod';
import { transposePitch, type Interval } from '../../pitch/interval';
import { measureOfNote } from '../../score/ids';
import { definePin, movedNote, noteName, pinId } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('pitch'),
  note: noteName,
  steps: z.int().min(-70).max(70),
  semitones: z.int().min(-120).max(120),
});

export type PitchPin = z.infer<typeof schema>;

export function pitchPin(note: string, { steps, semitones }: Interval): PitchPin {
  return { id: `pitch:${note}`, kind: 'pitch', note, steps, semitones };
}

/** Another pitch, as an interval from the source's note, so that it holds in every key. */
export const changedPitch = definePin({
  schema,
  name: 'changed note',
  placeOf: (pin) => measureOfNote(pin.note),
  notesOf: (pin) => [pin.note],
  move: (pin, move) => pitchPin(movedNote(pin.note, move), pin),
  sound: (pin, on) =>
    on.change(pin.note, pin, (note) => ({ ...note, pitch: transposePitch(note.pitch, pin), tieTo: null })),
});
