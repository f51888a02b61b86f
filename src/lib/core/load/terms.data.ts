/**
 * The most that each term gives to the load of a hand in a measure; together they add to 100. What a term is full at is
 * given in its own unit and was fixed against six reference measures, one a rung (load.test.ts).
 */
export const LOAD_TERMS = {
  rate: { most: 18, label: 'notes a second' },
  distance: { most: 14, label: 'distance' },
  atOnce: { most: 8, label: 'notes at once' },
  stretch: { most: 12, label: 'stretch' },
  shifts: { most: 12, label: 'shifts' },
  blackKeys: { most: 8, label: 'black keys' },
  rhythm: { most: 12, label: 'rhythm' },
  unlikeness: { most: 12, label: 'hands apart' },
  pedal: { most: 4, label: 'pedal' },
} as const;

export type LoadTerm = keyof typeof LOAD_TERMS;

/** At what a term is full. */
export const FULL_AT = {
  /** Onsets a second. */
  rate: 8,
  /** White keys travelled a second. */
  distance: 20,
  /** Notes beyond the first. */
  atOnce: 3,
  /** Changes of the hand's position in the measure. */
  shifts: 3,
  /** Black-key and chromatic notes, in halves a note of the measure. */
  blackKeys: 1,
  /** Points of rhythm, see POINTS. */
  rhythm: 12,
  /** Onsets that the other hand answers rather than shares. */
  unlikeness: 4,
  /** Pedal changes in the measure. */
  pedal: 4,
} as const;

/** Points of rhythm for each onset. */
export const POINTS = { offBeat: 2, division: 1, finer: 2, tuplet: 2, dotted: 1, tied: 1 } as const;

/** The share of the easier hand that is added to the harder hand's load, in hundredths. */
export const OTHER_HAND_SHARE = 35;
