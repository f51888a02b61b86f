import { z } from 'zod';
import { definePin, measure, pinId, tick } from './pin';

const LONGEST = 80;

const schema = z.object({
  id: pinId,
  kind: z.literal('words'),
  measure,
  tick,
  text: z.string().trim().min(1).max(LONGEST),
});

export function wordsPinId(measure: number, tick: number): string {
  return `words:${measure}:${tick}`;
}

export function wordsPin(measure: number, tick: number, text: string): z.infer<typeof schema> {
  return { id: wordsPinId(measure, tick), kind: 'words', measure, tick, text: text.trim().slice(0, LONGEST) };
}

/** A word of the teacher's over the music. */
export const words = definePin({
  schema,
  name: 'word',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => wordsPin(to, pin.tick, pin.text),
  mark: (pin, on) => {
    const spot = on.spotOf(pin.measure, pin.tick);
    if (spot)
      on.marks.push({ ...spot, kind: 'words', part: 0, staff: 0, text: pin.text, placement: 'above' });
    else on.rest(pin);
  },
});
