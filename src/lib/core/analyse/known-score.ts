import type { Score } from '../score/model';
import type { Analysis } from './analyse';

/** A source with the chords that are known of it: those it gives, those found, and those the teacher put in their place. */
export function knownScore(score: Score, { chords }: Analysis): Score {
  return { ...score, chords: chords.map(({ symbol }) => symbol) };
}
