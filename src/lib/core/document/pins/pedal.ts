import { z } from 'zod';
import { PEDAL_POLICY_NAMES, type PedalPolicy } from '../choices/pedal-policies.data';
import { definePin, measure, pinId } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('pedal'),
  measure,
  policy: z.enum(PEDAL_POLICY_NAMES as [PedalPolicy, ...PedalPolicy[]]),
});

export function pedalPinId(measure: number): string {
  return `pedal:${measure}`;
}

export function pedalPin(measure: number, policy: PedalPolicy): z.infer<typeof schema> {
  return { id: pedalPinId(measure), kind: 'pedal', measure, policy };
}

/** How a measure is pedalled. */
export const pedal = definePin({
  schema,
  name: 'pedal',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => pedalPin(to, pin.policy),
  show: (pin, shown) => shown.pedal.set(pin.measure, pin.policy),
});
