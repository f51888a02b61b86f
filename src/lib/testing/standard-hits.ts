import { fingerLine } from '../core/fingering/finger-line';
import type { FingeringWeights } from '../core/fingering/weights.data';
import type { StandardFingering } from './labelled/scales';

/** The share of notes, up and down, that are fingered as the nearest published way has them; by other weights when fitted. */
export function shareOf(list: readonly StandardFingering[], weights?: FingeringWeights): number {
  const all = list.map((each) => hitsOf(each, weights));
  return all.reduce((sum, { hits }) => sum + hits, 0) / all.reduce((sum, { notes }) => sum + notes, 0);
}

function hitsOf({ hand, keys, fingers }: StandardFingering, weights: FingeringWeights | undefined) {
  const line = [...keys, ...keys.toReversed().slice(1)];
  const { lowToHigh } = fingerLine({
    hand,
    largest: 15,
    style: 'smooth',
    onsets: line.map((key) => ({ keys: [key] })),
    ...(weights ? { weights } : {}),
  });
  const hits = Math.max(
    ...fingers.map((rising) => {
      const wanted = rising + [...rising].reverse().slice(1).join('');
      return lowToHigh.filter(([finger], index) => String(finger) === wanted[index]).length;
    }),
  );
  return { hits, notes: line.length };
}
