import { z } from 'zod';
import { definePin, measure, pinId } from './pin';

const schema = z.object({ id: pinId, kind: z.literal('keep'), measure });

export function keepPin(measure: number): z.infer<typeof schema> {
  return { id: `keep:${measure}`, kind: 'keep', measure };
}

/** The tune of a measure is kept whole: a figure that must stay. */
export const keep = definePin({
  schema,
  name: 'kept tune',
  mayAddLoad: true,
  wordOf: () => 'tune kept',
  placeOf: (pin) => pin.measure,
  move: (_, { to }) => keepPin(to),
  decide: (pin, decisions) => decisions.keep.add(pin.measure),
});
