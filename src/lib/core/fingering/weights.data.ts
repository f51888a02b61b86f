import { FINGERING_STYLES, type FingeringStyle } from '../document/choices/fingering-styles.data';

/** Prices of what a fingering asks for, in whole points. The first twelve are the rules of Parncutt et al. 1997. */
export interface FingeringWeights {
  readonly stretch: number;
  readonly smallSpanThumb: number;
  readonly smallSpan: number;
  readonly largeSpanThumb: number;
  readonly largeSpan: number;
  readonly positionChange: number;
  readonly positionSize: number;
  /** A change of position is priced up to so many semitones: further, the arm moves anyway. */
  readonly positionCap: number;
  readonly weakFinger: number;
  readonly threeFourFive: number;
  readonly threeToFour: number;
  readonly fourOnBlack: number;
  readonly thumbOnBlack: number;
  readonly thumbOnBlackBeside: number;
  readonly fiveOnBlack: number;
  readonly fiveOnBlackBeside: number;
  /** Thumb or little finger on a black key that is reached or left by step: in a scale, not in the shape of a chord. */
  readonly thumbOnBlackStep: number;
  readonly fiveOnBlackStep: number;
  /** A thumb passing under, or a finger over, by the finger that it passes. */
  readonly passes: readonly [number, number, number, number];
  /** The thumb on a black key when it passes. */
  readonly passToBlack: number;
  /** A white thumb under a black finger: the easiest of passes. */
  readonly passUnderBlack: number;
  readonly passTooWide: number;
  readonly beyondPractical: number;
  /** A leap that no two fingers reach. */
  readonly leap: number;
  /** Another finger takes over a key that is held. */
  readonly substitution: number;
  /** A pass in a broken chord that turns back at once: it pays only where the line goes on. */
  readonly passTurn: number;
  readonly fiveInRun: number;
  /** A figure of chord notes turns on another finger than the outer one, for each finger between. */
  readonly turnInside: number;
  /** A wide reach that steps back, on another finger than the outer one, for each finger between. */
  readonly reachInside: number;
  /** In a broken chord with the outer fingers outside, another inner finger than the chord struck at once would take. */
  readonly brokenShape: number;
  /** In a broken chord, fingers closer or farther apart than its letters, for each finger. */
  readonly brokenSpread: number;
  /** Third finger a third from the little finger or past the thumb, with the second beyond: the fourth lies there. */
  readonly openThree: number;
  readonly hop: number;
  readonly hopPerSemitone: number;
  readonly repeatedOtherFinger: number;
  readonly crossing: number;
  /** The hand lifts and comes down elsewhere between two notes of a line. */
  readonly lift: number;
  /** In a run of semitones, another finger than the third on a black key. */
  readonly chromaticThree: number;
  /** Neighbours in a chord whose fingers are farther apart or closer than its letters, for each finger. */
  readonly chordSpread: number;
  /** A note that lies outside a chord before or after it, for each finger between it and the outer one. */
  readonly leapOutside: number;
  /** A chord's outer finger that goes on to another key: the whole hand moves. */
  readonly blockShift: number;
  readonly blockPerSemitone: number;
  /** A chord in other fingers than the usual shape for its gaps. */
  readonly chordShape: number;
  /** A chord whose lowest note is not the thumb’s (right hand). */
  readonly thumbOffLowest: number;
  /** In a line that fits one five-finger position, fingers closer or farther apart than its letters, for each finger. */
  readonly offPosition: number;
  readonly recurrencePercent: number;
}

export const SMOOTH: FingeringWeights = {
  stretch: 5,
  smallSpanThumb: 20,
  smallSpan: 109,
  largeSpanThumb: 5,
  largeSpan: 1,
  positionChange: 14,
  positionSize: 10,
  positionCap: 6,
  weakFinger: 3,
  threeFourFive: 0,
  threeToFour: 2,
  fourOnBlack: 3,
  thumbOnBlack: 4,
  thumbOnBlackBeside: 2,
  thumbOnBlackStep: 2,
  fiveOnBlackStep: 2,
  fiveOnBlack: 3,
  fiveOnBlackBeside: 0,
  passes: [15, 15, 21, 9],
  passToBlack: 223,
  passUnderBlack: 8,
  passTooWide: 0,
  beyondPractical: 1000,
  leap: 600,
  substitution: 45,
  passTurn: 5,
  fiveInRun: 16,
  turnInside: 2,
  reachInside: 23,
  brokenShape: 18,
  brokenSpread: 4,
  openThree: 71,
  hop: 212,
  hopPerSemitone: 4,
  repeatedOtherFinger: 12,
  crossing: 600,
  lift: 184,
  chromaticThree: 160,
  chordSpread: 57,
  leapOutside: 8,
  blockShift: 2,
  blockPerSemitone: 2,
  chordShape: 20,
  thumbOffLowest: 0,
  offPosition: 40,
  recurrencePercent: 106,
};

/** The prices of each style: the smoothest one's, but for what the style changes. */
const WEIGHTS = Object.fromEntries(
  Object.entries(FINGERING_STYLES).map(([style, { prices }]) => [
    style,
    { ...SMOOTH, ...(prices satisfies Partial<FingeringWeights>) },
  ]),
) as Readonly<Record<FingeringStyle, FingeringWeights>>;

/** What passing the thumb costs more on rungs that have no passes: nearly anything else comes first. */
const NO_PASS = 150;

const WITHOUT_PASSES = Object.fromEntries(
  Object.entries(WEIGHTS).map(([style, weights]) => [
    style,
    {
      ...weights,
      passes: weights.passes.map((price) => price + NO_PASS) as unknown as FingeringWeights['passes'],
    },
  ]),
) as Readonly<Record<FingeringStyle, FingeringWeights>>;

export function weightsOf(style: FingeringStyle, mayPass = true): FingeringWeights {
  return (mayPass ? WEIGHTS : WITHOUT_PASSES)[style];
}
