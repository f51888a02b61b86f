/** Whether a learner can pedal: feet that do not reach the floor leave it alone. */
export const PEDAL_USES = {
  yes: 'yes',
  none: 'has none',
  'out-of-reach': 'feet do not reach it yet',
} as const;

export type PedalUse = keyof typeof PEDAL_USES;
