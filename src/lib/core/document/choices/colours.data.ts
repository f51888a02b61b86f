export const COLOURS = {
  suspension: 'a suspended fourth at section ends',
  approach: 'stepwise approaches in the bass',
  triplet: 'triplet runs in the bass to the next root',
  'passing-diminished': 'a passing diminished chord between two steps',
  fill: 'a fill in held tune notes',
} as const;

export type Colour = keyof typeof COLOURS;

export const COLOUR_NAMES = Object.keys(COLOURS) as readonly Colour[];
