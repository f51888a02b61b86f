import { z } from 'zod';
import { definePin, measure, pinId, tick } from './pin';

const LONGEST = 8;

const schema = z.object({
  id: pinId,
  kind: z.literal('count'),
  measure,
  tick,
  syllable: z.string().trim().min(1).max(LONGEST),
});

export function countPinId(measure: number, tick: number): string {
  return `count:${measure}:${tick}`;
}

export function countPin(measure: number, tick: number, syllable: string): z.infer<typeof schema> {
  const said = syllable.trim().slice(0, LONGEST);
  return { id: countPinId(measure, tick), kind: 'count', measure, tick, syllable: said };
}

/** What is said at a moment in place of the style's syllable. */
export const count = definePin({
  schema,
  name: 'count',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => countPin(to, pin.tick, pin.syllable),
  show: (pin, { counts }) => counts.push(pin),
});
