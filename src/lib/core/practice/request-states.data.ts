/** What can become of a piece that a learner asked for. */
export const REQUEST_STATES = {
  asked: 'asked for',
  looking: 'looking for it',
  making: 'being arranged',
  given: 'handed out',
  not: 'not now',
} as const;

export type RequestState = keyof typeof REQUEST_STATES;
