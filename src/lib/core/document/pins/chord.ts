import { z } from 'zod';
import { definePin, measure, pinId, tick } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('chord'),
  measure,
  tick,
  symbol: z.string().min(1).max(40),
});

export function chordPin(measure: number, tick: number, symbol: string): z.infer<typeof schema> {
  return { id: `chord:${measure}:${tick}`, kind: 'chord', measure, tick, symbol };
}

/** Another chord at a place, in the source's key. */
export const chord = definePin({
  schema,
  name: 'chord',
  isOfSound: true,
  holdsOnEveryRung: true,
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => chordPin(to, pin.tick, pin.symbol),
  decide: (pin, { chords }) => chords.push(pin),
});
