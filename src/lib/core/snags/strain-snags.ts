import { findStrain } from '../care/strain';
import type { HandSize } from '../hands/reach';
import type { Note } from '../score/model';
import { easier } from './remedies';
import { snag, type Snag } from './snag';

/** Where what is repeated would tire a hand, at the first measure of each run. */
export function strainSnags(
  notes: readonly Note[],
  size: HandSize,
  sourceMeasure: readonly number[],
): readonly Snag[] {
  return findStrain(notes, size).map(({ hand, kind, from, to, count }) => {
    const measures = Array.from({ length: to - from + 1 }, (_, index) => from + index);
    const what = kind === 'octaves' ? 'octaves' : 'chords wider than is comfortable';
    const over = measures.length === 1 ? 'one measure' : `${measures.length} measures`;
    return snag({
      code: 'strain',
      hand,
      measure: from,
      detail: `${hand}${kind}`,
      sentence: `The ${hand} hand has ${count} ${what} in ${over}: that tires it, however wide each one is.`,
      remedies: [easier([...new Set(measures.map((measure) => sourceMeasure[measure]!))])],
    });
  });
}
