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
