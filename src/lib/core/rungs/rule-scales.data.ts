export const POSITION_RULES = {
  'one-per-section': 'one a section',
  'at-rests': 'shifts at rests and phrase ends',
  'one-per-two-measures': 'one shift in two measures',
  'with-chord': 'shifts with the chord',
  'thumb-under': 'thumb under allowed',
  free: 'free',
} as const;

export type PositionRule = keyof typeof POSITION_RULES;

export const LEFT_ONSETS = {
  'chord-changes': 'at chord changes',
  'strong-beats': 'on strong beats and at chord changes',
  beats: 'on beats and at chord changes',
  anywhere: 'anywhere',
} as const;

export const PEDAL_RULES = {
  none: 'none',
  optional: 'optional legato',
  legato: 'legato',
  any: 'any',
} as const;

export type LeftOnsets = keyof typeof LEFT_ONSETS;
export type PedalRule = keyof typeof PEDAL_RULES;
