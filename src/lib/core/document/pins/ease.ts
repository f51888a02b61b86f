import { z } from 'zod';
import { definePin, measure, pinId } from './pin';

/** As far as a ladder of twelve rungs goes. */
const FARTHEST = 11;

const schema = z.object({
  id: pinId,
  kind: z.literal('ease'),
  measure,
  by: z.int().min(-FARTHEST).max(FARTHEST),
});

/** So many rungs easier (−) or richer (+) than the arrangement. */
export function easePin(measure: number, by: number): z.infer<typeof schema> {
  const within = Math.max(-FARTHEST, Math.min(FARTHEST, by));
  return { id: `ease:${measure}`, kind: 'ease', measure, by: within };
}

export const ease = definePin({
  schema,
  name: 'easier or richer measure',
  mayAddLoad: true,
  wordOf: ({ by }) => (by < 0 ? `easier by ${-by}` : `richer by ${by}`),
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => easePin(to, pin.by),
  decide: (pin, decisions) => decisions.ease.set(pin.measure, pin.by),
});
