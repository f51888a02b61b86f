import { likeness, type Fingerprint } from './likeness';

/** A phrase that comes again inside its section; ordinals of measures, both ends included. */
export interface InnerRepeat {
  readonly from: number;
  readonly to: number;
  readonly asFrom: number;
  readonly asTo: number;
  /** Measures of the later phrase in which it differs. */
  readonly except: readonly number[];
}

/** Shorter phrases come again whole or not at all; longer ones may differ in up to half of their measures. */
const PHRASE = 4;
const SHORTEST = 2;

/**
 * What comes again inside a section: the longest phrases first, each as the earlier phrase that it is most like. A phrase
 * begins as the other does, and stands in fours where it differs; one measure over and over is no phrase. O(measures³) of one section.
 */
export function findInnerRepeats(
  prints: readonly Fingerprint[],
  body: { readonly from: number; readonly length: number },
): readonly InnerRepeat[] {
  const found: InnerRepeat[] = [];
  const isCovered = (measure: number) => found.some(({ from, to }) => measure >= from && measure <= to);
  const isAlike = (a: number, b: number) => likeness(prints[a]!, prints[b]!, 0) === 'identical';
  for (let length = Math.floor(body.length / 2); length >= SHORTEST; length -= 1) {
    const mostDiffering = length >= PHRASE ? Math.floor(length / 2) : 0;
    for (let start = length; start + length <= body.length; start += 1) {
      // Phrases stand in pairs of measures.
      if (start % 2 !== 0 || isCovered(body.from + start) || isCovered(body.from + start + length - 1))
        continue;
      let best: InnerRepeat | null = null;
      for (let model = 0; model + length <= start; model += 2) {
        const [from, asFrom] = [body.from + start, body.from + model];
        const places = Array.from({ length }, (_, index) => index);
        const except = places.filter((index) => !isAlike(asFrom + index, from + index));
        const isOneMeasure = places.every((index) => isAlike(asFrom, asFrom + index));
        const isOnGrid = start % PHRASE === 0 && model % PHRASE === 0;
        const beginsOtherwise = except.some((index) => index < SHORTEST);
        if (beginsOtherwise || isOneMeasure || except.length > (isOnGrid ? mostDiffering : 0)) continue;
        if (best && best.except.length <= except.length) continue;
        best = {
          ...{ from, to: from + length - 1, asFrom, asTo: asFrom + length - 1 },
          except: except.map((index) => from + index),
        };
      }
      if (best) found.push(best);
    }
  }
  return found.sort((a, b) => a.from - b.from);
}
