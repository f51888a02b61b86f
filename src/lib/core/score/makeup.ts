/** What a piece has decides how a new arrangement of it begins. */
export interface PieceMakeup {
  readonly hasTune: boolean;
  readonly hasLeftHand: boolean;
  /** The score marks the pedal, or fingers. */
  readonly hasPedal: boolean;
  readonly hasFingers: boolean;
}
