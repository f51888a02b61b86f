import { z } from 'zod';
import { SETTINGS, type Setting } from '../choices/settings.data';
import { definePin, measure, pinId } from './pin';

const schema = z.object({
  id: pinId,
  kind: z.literal('setting'),
  measure,
  setting: z.enum(Object.keys(SETTINGS) as [Setting, ...Setting[]]),
});

export function settingPin(measure: number, setting: Setting): z.infer<typeof schema> {
  return { id: `setting:${measure}`, kind: 'setting', measure, setting };
}

/** What the hands are for in a measure: a played introduction, a sung verse. */
export const setting = definePin({
  schema,
  name: 'setting',
  mayAddLoad: true,
  holdsOnEveryRung: true,
  wordOf: (pin) => pin.setting,
  placeOf: (pin) => pin.measure,
  move: (pin, { to }) => settingPin(to, pin.setting),
  decide: (pin, decisions) => decisions.setting.set(pin.measure, pin.setting),
});
