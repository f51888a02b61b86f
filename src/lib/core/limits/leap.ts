import type { HandName } from '../hands/hand';
import type { Touch } from '../load/load';
import type { Note } from '../score/model';
import { wholeNumberOrAny } from './fields';
import { defineLimit, eachHand, plainNotes } from './limit';

/** How far a hand jumps where no rest gives it time. */
export const leap = defineLimit({
  fields: {
    leapSemitones: wholeNumberOrAny({
      label: 'Largest leap without a rest',
      least: 2,
      most: 48,
      defaults: [5, 7, 9, 12, 15, null],
    }),
  },
  price: 50,
  remedies: ['easier-measure'],
  inHand: (facts, { leapSemitones }) => {
    if (leapSemitones === null) return [];
    const notes = plainNotes(facts);
    const { hand, work } = facts;
    for (const [index, touch] of work.touches.entries()) {
      const before = work.touches[index - 1];
      if (!before) continue;
      const semitones = leapBetween(before, touch);
      if (semitones > leapSemitones && !hasRestBefore(touch.at, notes))
        return [{ hand, sentence: sentenceOf(semitones, hand, leapSemitones) }];
    }
    return [];
  },
  inPiece: (piece, { leapSemitones }) => {
    if (leapSemitones === null) return [];
    return eachHand(piece, ({ hand, work }, before, measure) => {
      if (!before?.work.last || !work.first || !isJoined(before.notes, work.first.at)) return [];
      const semitones = leapBetween(before.work.last, work.first);
      return semitones > leapSemitones
        ? [{ measure, hand, sentence: sentenceOf(semitones, hand, leapSemitones) }]
        : [];
    });
  },
});

/**
 * How far the hand must jump, in semitones: as far as its outer notes move; between shapes of other sizes by the end that
 * moves less, as the fingers of the other end are laid down or lifted where they are.
 */
export function leapBetween(from: Touch, to: Touch): number {
  const ends = [Math.abs(to.lowest - from.lowest), Math.abs(to.highest - from.highest)];
  return from.size === to.size ? Math.max(...ends) : Math.min(...ends);
}

/** Notes that end at or after the next touch leave no time to move. */
export function isJoined(notes: readonly Note[], at: number): boolean {
  return notes.some((note) => note.at + note.duration >= at);
}

function hasRestBefore(at: number, notes: readonly Note[]): boolean {
  return notes.every((note) => note.at >= at || note.at + note.duration < at);
}

function sentenceOf(semitones: number, hand: HandName, most: number): string {
  return `the ${hand} hand leaps ${semitones} semitones without a rest, over ${most}`;
}
