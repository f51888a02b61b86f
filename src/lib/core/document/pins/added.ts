import { z } from 'zod';
import type { HandName } from '../../hands/hand';
import { transposePitch } from '../../pitch/interval';
import { midiOf, type Pitch } from '../../pitch/pitch';
import { noteId } from '../../units';
import { definePin, duration, hand, measure, pinId, pitch, tick } from './pin';
import { ownNote } from './pinned-notes';

const schema = z.object({ id: pinId, kind: z.literal('added'), measure, tick, hand, pitch, duration });

export type AddedPin = z.infer<typeof schema>;

export interface AddedNote {
  readonly measure: number;
  readonly tick: number;
  readonly hand: HandName;
  /** In the source's key. */
  readonly pitch: Pitch;
  readonly duration: number;
}

export function addedPin({ measure, tick, hand, pitch, duration }: AddedNote): AddedPin {
  return {
    id: `added:${measure}:${tick}:${hand}:${pitch.step}${pitch.octave}`,
    kind: 'added',
    measure,
    tick,
    hand,
    pitch,
    duration,
  };
}

/** The id in the score of a note that was added. */
export function addedNoteId(pin: Pick<AddedPin, 'id'>): string {
  return pin.id.replace(/[^A-Za-z0-9]/g, '-');
}

const PIANO = { lowest: 21, highest: 108 } as const;

/** A note of the teacher's own. */
export const added = definePin({
  schema,
  name: 'note of your own',
  isOfSound: true,
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => ({ ...pin, id: pin.id.replace(/^added:\d+/, `added:${to}`), measure: to }),
  sound: (pin, on) => {
    const spot = on.spotOf(pin.measure, pin.tick);
    const moved = transposePitch(pin.pitch, on.place.interval);
    const key = midiOf(moved);
    if (!spot || key < PIANO.lowest || key > PIANO.highest) {
      on.rest(pin);
      return;
    }
    const here = on.place.measures[spot.measure]!;
    on.put({
      ...ownNote(pin.hand, pin.hand === 'right' ? 'Ra' : 'La'),
      ...spot,
      id: noteId(addedNoteId(pin)),
      duration: on.fitting(here, spot.at, pin.duration * on.place.scale),
      pitch: moved,
    });
  },
});
