import { pitchName } from '../src/lib/core/pitch/pitch';
import { writtenOut } from '../src/lib/core/score/written-out';
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

/**
 * The notes of a score for `--score`, each length as it is written: a note that no single value can write is listed as the
 * values that are tied. The hand is told by the staff; what a singer or another player has is no hand's.
 */
export function listNotes(score: Score) {
  return writtenOut(score).notes.map((note) => ({
    id: note.id,
    hand: note.staff === 0 ? 'right' : note.staff === 1 ? 'left' : null,
    ...(note.staff > 1 ? { player: playerOf(score, note.staff) } : {}),
    measure: score.measures[note.measure]?.number ?? '',
    onset: quarters(note.at),
    duration: quarters(note.duration),
    pitch: pitchName(note.pitch),
    finger: note.finger,
    tied: note.tieTo !== null,
  }));
}

/** Whose staff it is, where several players are joined in one system. */
function playerOf({ parts: [joined] }: Score, staff: number): string | null {
  const at = joined?.order?.indexOf(staff) ?? -1;
  let first = 0;
  for (const [index, size] of (joined?.groups ?? []).entries()) {
    if (at >= first && at < first + size) return joined?.names?.[index] ?? null;
    first += size;
  }
  return null;
}
