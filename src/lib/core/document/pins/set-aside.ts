import { z } from 'zod';
import { definePin, measure, pinId } from './pin';

const LONGEST = { reason: 200, sentence: 400, inId: 100 } as const;

const schema = z.object({
  id: pinId,
  kind: z.literal('set-aside'),
  measure,
  /** What it is about: the code of a snag, and what was said of it. Where something else is said, it is to mend again. */
  code: z.string().min(1).max(40),
  sentence: z.string().min(1).max(LONGEST.sentence),
  reason: z.string().trim().min(1).max(LONGEST.reason),
});

/** What is set aside of a measure. */
export type SetAside = Pick<z.infer<typeof schema>, 'code' | 'sentence'>;

export function setAsidePinId(measure: number, { code, sentence }: SetAside): string {
  return `set-aside:${measure}:${code}:${sentence.slice(0, LONGEST.inId)}`;
}

export function setAsidePin(measure: number, about: SetAside, reason: string): z.infer<typeof schema> {
  return {
    id: setAsidePinId(measure, about),
    kind: 'set-aside',
    measure,
    code: about.code,
    sentence: about.sentence.slice(0, LONGEST.sentence),
    reason: reason.trim().slice(0, LONGEST.reason),
  };
}

/** What is to mend in a measure and may stay as it is, with the reason why. It changes nothing that sounds. */
export const setAside = definePin({
  schema,
  name: 'reason to leave it',
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => setAsidePin(to, pin, pin.reason),
  wordOf: () => 'set aside',
});
