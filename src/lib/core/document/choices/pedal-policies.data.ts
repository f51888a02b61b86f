/** Ways to use the sustaining pedal, each with what it is called and what it does. */
export const PEDAL_POLICIES = {
  none: { label: 'no pedal', does: 'the hands play dry' },
  legato: { label: 'legato', does: 'lift as the new harmony sounds, down again just after' },
  'held-bass': {
    label: 'held bass',
    does: 'down with a held low note, up while the left hand moves by step',
  },
  'low-to-chord': { label: 'low note to chord', does: 'down with the low note, up as the chord sounds' },
  'low-under-chord': {
    label: 'low note under chord',
    does: 'down with the low note, held through the chord above it',
  },
  accent: { label: 'accent', does: 'down with the chord, up as the other hand answers' },
  'each-bass': { label: 'at each new bass', does: 'changed with every new bass note' },
  'as-written': { label: 'as in the score', does: 'as the score marks it' },
} as const;

export type PedalPolicy = keyof typeof PEDAL_POLICIES;
export const PEDAL_POLICY_NAMES = Object.keys(PEDAL_POLICIES) as readonly PedalPolicy[];
