import { AVERAGE_HAND, type HandSize } from '../hands/reach';
import { FULL_KEYBOARD, type Keyboard } from '../hands/keyboards.data';
import type { PedalUse } from '../learner/pedal-use';
import { DEFAULT_RULES, type ArrangingRules } from '../ladder/rules';

/** For whom and by whose rules a piece is arranged. */
export interface ArrangeFor {
  readonly size: HandSize;
  readonly keyboard: Keyboard;
  readonly pedal: PedalUse;
  readonly rules: ArrangingRules;
}

export const ANYONE: ArrangeFor = {
  size: AVERAGE_HAND,
  keyboard: FULL_KEYBOARD,
  pedal: 'yes',
  rules: DEFAULT_RULES,
};
