import type { CostContext, Fingers } from './costs';
import { lineCosts, type Touch } from './line-costs';
import type { FingeringWeights } from './weights.data';

/** What the prices are called on screen. */
export const TERM_LABELS: Readonly<
  Record<Exclude<keyof FingeringWeights, 'recurrencePercent' | 'positionCap'>, string>
> = {
  stretch: 'stretch',
  smallSpanThumb: 'thumb drawn in',
  smallSpan: 'fingers close together',
  largeSpanThumb: 'thumb spread out',
  largeSpan: 'fingers spread out',
  positionChange: 'change of position',
  positionSize: 'how far the hand moves',
  weakFinger: 'fourth and fifth finger',
  threeFourFive: '3, 4 and 5 in a row',
  threeToFour: 'third to fourth finger',
  fourOnBlack: 'fourth finger on a black key',
  thumbOnBlack: 'thumb on a black key',
  thumbOnBlackBeside: 'thumb on black beside white',
  thumbOnBlackStep: 'thumb on black in a scale',
  fiveOnBlack: 'little finger on a black key',
  fiveOnBlackBeside: 'little finger on black beside white',
  fiveOnBlackStep: 'little finger on black in a scale',
  passes: 'thumb passing',
  passToBlack: 'thumb passing to a black key',
  passUnderBlack: 'easy pass under a black key',
  passTooWide: 'pass too wide',
  beyondPractical: 'beyond the hand',
  leap: 'leap',
  substitution: 'finger change on a held key',
  passTurn: 'passing only to turn back',
  fiveInRun: 'little finger in mid-run',
  turnInside: 'figure turning on an inner finger',
  reachInside: 'inner finger at the end of a reach',
  brokenShape: 'another finger than the chord takes',
  brokenSpread: 'fingers off the notes of the chord',
  openThree: 'third finger where the fourth lies',
  hop: 'one finger hopping',
  hopPerSemitone: 'how far it hops',
  repeatedOtherFinger: 'another finger on the same key',
  crossing: 'fingers crossing',
  lift: 'the hand lifted over',
  chromaticThree: 'black key of a chromatic run',
  chordSpread: 'chord out of the hand’s shape',
  leapOutside: 'inner finger outside a chord',
  blockShift: 'whole hand moving',
  blockPerSemitone: 'how far the whole hand moves',
  chordShape: 'unusual chord shape',
  thumbOffLowest: 'thumb off the lowest note',
  offPosition: 'fingers off the five-finger position',
};

export interface Term {
  readonly label: string;
  readonly points: number;
}

/**
 * What each rule charges a fingering, largest first. Prices are sums of single rules, so each is found by pricing the line
 * with all the others at nothing; a rule's own cap stays. O(rules × touches × ways).
 */
export function termsOf(
  context: CostContext,
  touches: readonly Touch[],
  fingers: readonly Fingers[],
): readonly Term[] {
  const fixed = touches.map((touch, index): Touch => ({ ...touch, pinned: fingers[index]! }));
  const { weights } = context;
  return (Object.keys(TERM_LABELS) as (keyof typeof TERM_LABELS)[])
    .map((name) => ({
      label: TERM_LABELS[name],
      points: priceOf({ ...context, weights: only(weights, name) }, fixed),
    }))
    .filter(({ points }) => points !== 0)
    .sort((a, b) => b.points - a.points);
}

/** What a line costs whose fingers are all pinned. */
function priceOf(context: CostContext, touches: readonly Touch[]): number {
  const { own, steps, triples } = lineCosts(context, touches);
  const sum = (tables: readonly (Int32Array | null)[]) =>
    tables.reduce((total, table) => total + (table?.[0] ?? 0), 0);
  return sum(own) + sum(steps) + sum(triples);
}

function only(weights: FingeringWeights, name: keyof typeof TERM_LABELS): FingeringWeights {
  const nothing = Object.fromEntries(
    Object.keys(weights).map((each) => [each, each === 'passes' ? [0, 0, 0, 0] : 0]),
  ) as unknown as FingeringWeights;
  return { ...nothing, positionCap: weights.positionCap, [name]: weights[name] };
}
