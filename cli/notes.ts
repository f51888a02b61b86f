import { pitchName } from '../src/lib/core/pitch/pitch';
import type { Score } from '../src/lib/core/score/model';
import { TICKS_PER_QUARTER } from '../src/lib/core/units';

/** A time in quarters as a fraction in lowest terms: `3/2`. */
export function quarters(ticks: number): string {
  let a = Math.abs(ticks);
  let b: number = TICKS_PER_QUARTER;
  while (b !== 0) [a, b] = [b, a % b];
  const divisor = a || 1;
  return `${ticks / divisor}/${TICKS_PER_QUARTER / divisor}`;
}

/** The notes of a score for `--score`; the hand is told by the staff. */
export function listNotes(score: Score) {
  return score.notes.map((note) => ({
    id: note.id,
    hand: note.staff === 0 ? 'right' : 'left',
    measure: score.measures[note.measure]?.number ?? '',
    onset: quarters(note.at),
    duration: quarters(note.duration),
    pitch: pitchName(note.pitch),
    finger: note.finger,
    tied: note.tieTo !== null,
  }));
}
