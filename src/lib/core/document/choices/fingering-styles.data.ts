/**
 * Styles of fingering: what each is called, and the prices (of fingering/weights.data.ts) in which it differs from the
 * smoothest one. A new style is a row here.
 */
export const FINGERING_STYLES = {
  smooth: { label: 'smoothest', prices: {} },
  position: {
    label: 'stay in position',
    prices: { positionChange: 24, positionSize: 8, passes: [40, 40, 40, 50], weakFinger: 0 },
  },
  'same-figure': { label: 'same figure, same fingers', prices: { recurrencePercent: 400 } },
  strong: { label: 'strong fingers first', prices: { weakFinger: 12, threeFourFive: 12 } },
  'thumb-low': { label: 'thumb on the chord’s lowest note', prices: { thumbOffLowest: 60 } },
} as const;

export type FingeringStyle = keyof typeof FINGERING_STYLES;
