import type { Setting } from '../document/choices/settings.data';
import type { HandName } from '../hands/hand';
import type { Touch } from '../load/load';
import type { Note } from '../score/model';
import { wholeNumberOrAny } from './fields';
import { defineLimit, eachHand, plainNotes } from './limit';

/** Under five fingers on neighbouring keys a fifth is no leap, and a singer's bass note may move an octave. */
const UNDER_THE_HAND = 7;
const OCTAVE = 12;

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
    const { hand, work, setting } = facts;
    for (const [index, touch] of work.touches.entries()) {
      const before = work.touches[index - 1];
      if (!before) continue;
      const semitones = leapBetween(before, touch);
      if (
        isLeap(semitones, leapSemitones, isBass(setting, hand, before, touch)) &&
        !hasRestBefore(touch.at, notes)
      )
        return [{ hand, sentence: sentenceOf(semitones, hand, leapSemitones) }];
    }
    return [];
  },
  inPiece: (piece, { leapSemitones }) => {
    if (leapSemitones === null) return [];
    return eachHand(piece, ({ hand, work, setting }, before, measure) => {
      if (!before?.work.last || !work.first || !isJoined(before.notes, work.first.at)) return [];
      const semitones = leapBetween(before.work.last, work.first);
      return isLeap(semitones, leapSemitones, isBass(setting, hand, before.work.last, work.first))
        ? [{ measure, hand, sentence: sentenceOf(semitones, hand, leapSemitones) }]
        : [];
    });
  },
});

/** Is so wide a step between two touches a leap on a rung? */
export function isLeap(semitones: number, most: number, isSungBass: boolean): boolean {
  return semitones > Math.max(most, isSungBass ? OCTAVE : UNDER_THE_HAND);
}

/** Single bass notes under a singer's chords. */
export function isBass(setting: Setting, hand: HandName, from: Touch, to: Touch): boolean {
  return setting === 'sing' && hand === 'left' && from.size === 1 && to.size === 1;
}

/**
 * How far the hand must jump, in semitones: as far as its nearer end moves, as the fingers of the other end are laid down or
 * lifted where they are.
 */
export function leapBetween(from: Touch, to: Touch): number {
  return Math.min(Math.abs(to.lowest - from.lowest), Math.abs(to.highest - from.highest));
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
