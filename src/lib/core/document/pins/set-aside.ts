import { z } from 'zod';
import { definePin, measure, pinId } from './pin';

const LONGEST = 200;

const schema = z.object({
  id: pinId,
  kind: z.literal('set-aside'),
  measure,
  /** What it is about: the code of a snag. */
  code: z.string().min(1).max(40),
  reason: z.string().trim().min(1).max(LONGEST),
});

export function setAsidePinId(measure: number, code: string): string {
  return `set-aside:${measure}:${code}`;
}

export function setAsidePin(measure: number, code: string, reason: string): z.infer<typeof schema> {
  const said = reason.trim().slice(0, LONGEST);
  return { id: setAsidePinId(measure, code), kind: 'set-aside', measure, code, reason: said };
}

/** What is to mend in a measure and may stay as it is, with the reason why. It changes nothing that sounds. */
export const setAside = definePin({
  schema,
  name: 'reason to leave it',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => setAsidePin(to, pin.code, pin.reason),
  wordOf: () => 'set aside',
});
