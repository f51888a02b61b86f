import { weightsOf, type FingeringWeights } from '../core/fingering/weights.data';
import { fingerLine } from '../core/fingering/finger-line';
import { midiOf } from '../core/pitch/pitch';
import { readNotation } from '../core/score/text';
import type { LabelledPassage } from './labelled/passages';

/** Notes of a passage that are fingered as the nearest of its ways has them. */
export function passageHits(
  passage: LabelledPassage,
  weights: FingeringWeights = weightsOf('smooth'),
): { readonly got: string; readonly hits: number; readonly notes: number } {
  const reading = readNotation(passage.notes);
  if (!reading.ok) throw new Error(`${passage.name}: ${reading.message}`);
  const onsets = reading.events
    .filter((event) => !event.isRest)
    .map((event) => ({ keys: event.pitches.map((pitch): number => midiOf(pitch)) }));
  const { lowToHigh } = fingerLine({ hand: passage.hand, largest: 15, style: 'smooth', onsets, weights });
  const got = lowToHigh.map((fingers) => fingers.join('')).join(' ');
  const hits = Math.max(
    ...passage.ways.map(
      (way) => [...way].filter((each, index) => each !== ' ' && each === got[index]).length,
    ),
  );
  return { got, hits, notes: lowToHigh.flat().length };
}
