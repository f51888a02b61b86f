import { z } from 'zod';
import { definePin, measure, pinId, tick } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('dynamic'),
  measure,
  tick,
  text: z.string().min(1).max(12),
});

export function dynamicPinId(measure: number, tick: number): string {
  return `dynamic:${measure}:${tick}`;
}

export function dynamicPin(measure: number, tick: number, text: string): z.infer<typeof schema> {
  return { id: dynamicPinId(measure, tick), kind: 'dynamic', measure, tick, text };
}

export const dynamic = definePin({
  schema,
  name: 'dynamic',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => dynamicPin(to, pin.tick, pin.text),
  mark: (pin, on) => {
    const spot = on.spotOf(pin.measure, pin.tick);
    if (spot) on.marks.push({ ...spot, kind: 'dynamic', part: 0, staff: 0, text: pin.text });
    else on.rest(pin);
  },
});
