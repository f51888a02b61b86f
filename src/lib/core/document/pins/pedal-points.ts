import { z } from 'zod';
import { definePin, measure, pinId, tick } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('pedal-points'),
  measure,
  spans: z.array(z.object({ down: tick, up: tick }).refine(({ down, up }) => up > down)).max(24),
});

export type PedalPointsPin = z.infer<typeof schema>;

export function pedalPointsPinId(measure: number): string {
  return `pedal-points:${measure}`;
}

export function pedalPointsPin(measure: number, spans: PedalPointsPin['spans']): PedalPointsPin {
  return { id: pedalPointsPinId(measure), kind: 'pedal-points', measure, spans };
}

/** Down and up points of the teacher's own, in ticks of the source's measure. */
export const pedalPoints = definePin({
  schema,
  name: 'pedal points',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => pedalPointsPin(to, pin.spans),
  show: (pin, shown) => shown.pedalPoints.set(pin.measure, pin.spans),
});
