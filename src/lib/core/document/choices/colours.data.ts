export const COLOURS = {
  suspension: 'a suspended fourth at section ends',
  approach: 'stepwise approaches in the bass',
  fill: 'a fill in held tune notes',
} as const;

export type Colour = keyof typeof COLOURS;
