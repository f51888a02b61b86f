/**
 * How much each degree of the chromatic scale above the tonic belongs to a key, in thousandths
 * (Temperley 1999, "What's key for key?", revised Krumhansl–Schmuckler profiles).
 */
export const MAJOR_PROFILE = [
  5000, 2000, 3500, 2000, 4500, 4000, 2000, 4500, 2000, 3500, 1500, 4000,
] as const;
export const MINOR_PROFILE = [
  5000, 2000, 3500, 4500, 2000, 4000, 2000, 4500, 3500, 2000, 1500, 4000,
] as const;

/**
 * Modal tunes: major with a lowered seventh, and minor with a raised sixth. The profile's values for the two degrees are
 * exchanged, as in the Mixolydian and Dorian scales.
 */
export const MIXOLYDIAN_PROFILE = [
  5000, 2000, 3500, 2000, 4500, 4000, 2000, 4500, 2000, 3500, 4000, 1500,
] as const;
export const DORIAN_PROFILE = [
  5000, 2000, 3500, 4500, 2000, 4000, 2000, 4500, 2000, 3500, 3500, 2000,
] as const;

/** Points beside the profile's, on its scale of thousandths; chosen by trial on our own labelled pieces. */
export const KEY_POINTS = {
  signature: 140,
  /** A file that says minor: programs write major by themselves, so that says nothing. */
  saidMinor: 120,
  /** A key that a person typed, with its mode; a letter alone may only stand for a signature. */
  typed: { minor: 500, major: 240 },
  perFifthFromSignature: 25,
  finalBass: 330,
  finalThird: 60,
  finalTop: 100,
  opening: 50,
  /** A last chord that is a dominant seventh points to its goal: this share of the points of an ending. */
  openEnding: 0.6,
  /** What a modal reading must be better by. */
  modal: 70,
  resolutions: 260,
  /** Times the share of the piece in which the tonic chord sounds. */
  tonicChord: 400,
  spelling: 150,
  /** For passages: staying in the key of the piece, and changing. */
  home: 120,
  change: 900,
  changePerFifth: 60,
} as const;
