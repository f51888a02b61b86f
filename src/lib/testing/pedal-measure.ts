import type { PedalMeasure } from '../core/pedal/place-pedal';
import { scoreFromText } from './score-from-text';

/** Ticks of a quarter. */
export const QUARTER = 10_080;

/** One measure of 4/4 as the pedal sees it, with its harmonies at quarters. */
export function measureOf(left: string, right = 'r:1/1', harmonies: readonly number[] = [0]): PedalMeasure {
  const score = scoreFromText({ time: [4, 4], key: 'C', right, left });
  const hand = (staff: number) => score.notes.filter((note) => note.staff === staff);
  return {
    start: 0,
    end: 4 * QUARTER,
    harmonies: harmonies.map((each) => each * QUARTER),
    right: hand(0),
    left: hand(1),
    tiedInto: new Set(),
    written: [],
    silences: [],
  };
}
