import { diatonicIndex, pitchLabel } from '../pitch/pitch';
import { POSITION_RULES } from '../rungs/rule-scales.data';
import type { Note } from '../score/model';
import { TICKS_PER_HALF } from '../units';
import { oneOf } from './fields';
import { isJoined } from './leap';
import { defineLimit, type Break, type HandFacts, type PieceFacts, type PlacedBreak } from './limit';

/** Letters from the thumb's to the little finger's. */
const FIVE_FINGERS = 4;

/** How often, and where, a hand may leave the five notes that it lies on. */
export const position = defineLimit({
  fields: {
    rightPosition: oneOf('Right-hand position', POSITION_RULES, [
      'one-per-section',
      'at-rests',
      'one-per-two-measures',
      'thumb-under',
      'free',
      'free',
    ]),
    leftPosition: oneOf('Left-hand position', POSITION_RULES, [
      'one-per-section',
      'with-chord',
      'with-chord',
      'with-chord',
      'free',
      'free',
    ]),
  },
  price: 250,
  remedies: ['easier-measure'],
  inHand: (facts, { rightPosition, leftPosition }) => {
    const rule = facts.hand === 'right' ? rightPosition : leftPosition;
    return rule === 'one-per-section' ? outsideItsPlace(facts) : [];
  },
  inPiece: (piece, { rightPosition, leftPosition }) => {
    if (leftPosition === 'one-per-section') return givenLeftHands(piece);
    if (rightPosition === 'at-rests') return shiftsAtRests(piece);
    return rightPosition === 'one-per-two-measures' ? shiftsInPairs(piece) : [];
  },
});

/** A sing-along's chords and basses move with the chord, and a study keeps the composer's left hand. */
function isExempt({ hand, setting }: HandFacts): boolean {
  return setting === 'sing' || (hand === 'left' && setting === 'study');
}

/** Where a composer's left hand, which is kept, leaves five notes: told once a section, and not weighed. */
function givenLeftHands({ measures }: PieceFacts): readonly PlacedBreak[] {
  const found: PlacedBreak[] = [];
  let notes: Note[] = [];
  let isTold = false;
  for (const [index, { left, opensSection }] of measures.entries()) {
    if (opensSection) [notes, isTold] = [[], false];
    if (left.setting !== 'study') continue;
    notes.push(...left.notes);
    const outside = isTold ? null : leavesPosition(notes);
    if (!outside) continue;
    isTold = true;
    found.push({
      measure: index,
      hand: 'left',
      sentence: `the composer’s left hand leaves its five notes with ${pitchLabel(outside.pitch)}`,
      notes: [outside],
    });
  }
  return found;
}

/** One break a note, so that the arranger can tell a little outside from far outside. */
function outsideItsPlace(facts: HandFacts): readonly Break[] {
  const { hand, place, notes } = facts;
  if (!place || isExempt(facts)) return [];
  return notes.flatMap((note): readonly Break[] => {
    const step = diatonicIndex(note.pitch);
    if (step >= place.low && step <= place.high) return [];
    return [
      {
        hand,
        sentence: `${pitchLabel(note.pitch)} lies outside the ${hand} hand’s five notes of this section`,
        notes: [note],
      },
    ];
  });
}

/** Stretches between rests, long notes and phrase ends must each fit under five fingers. */
function shiftsAtRests({ measures }: PieceFacts): readonly PlacedBreak[] {
  const found: PlacedBreak[] = [];
  let stretch: Note[] = [];
  let end = 0;
  let lasting = 0;
  for (const [index, { right, opensSection }] of measures.entries()) {
    if (isExempt(right)) continue;
    if (opensSection || measures[index - 1]?.isPhraseEnd) stretch = [];
    for (const note of right.notes) {
      const isAfterRest = note.at > end;
      // A half note gives time enough to move the hand, as the end of a phrase does.
      const isAfterLongNote = lasting >= TICKS_PER_HALF && note.at >= end;
      if (isAfterRest || isAfterLongNote) stretch = [];
      end = Math.max(end, note.at + note.duration);
      lasting = note.duration;
      stretch.push(note);
      if (leavesPosition(stretch) !== note) continue;
      found.push({
        measure: index,
        hand: 'right',
        sentence: `the right hand must move to ${pitchLabel(note.pitch)} without a rest or phrase end before it`,
        notes: [note],
      });
      stretch = [note];
    }
  }
  return found;
}

/** The note that leaves five letters within a stretch, if any. */
export function leavesPosition(notes: readonly Note[]): Note | null {
  let low = Infinity;
  let high = -Infinity;
  for (const note of notes) {
    const step = diatonicIndex(note.pitch);
    low = Math.min(low, step);
    high = Math.max(high, step);
    if (high - low > FIVE_FINGERS) return note;
  }
  return null;
}

function shiftsInPairs({ measures }: PieceFacts): readonly PlacedBreak[] {
  const shifts = measures.map(({ right }, index) => {
    const before = measures[index - 1]?.right;
    const first = right.work.first;
    const exit = before?.work.exit;
    const isShifted =
      before !== undefined &&
      first !== null &&
      exit !== null &&
      exit !== undefined &&
      Math.max(exit.high, first.highStep) - Math.min(exit.low, first.lowStep) > FIVE_FINGERS &&
      isJoined(before.notes, first.at);
    return right.work.shifts + (isShifted ? 1 : 0);
  });
  return shifts.flatMap((own, index): readonly PlacedBreak[] => {
    const two = own + (shifts[index - 1] ?? 0);
    if (isExempt(measures[index]!.right) || own === 0 || two <= 1) return [];
    return [
      { measure: index, hand: 'right', sentence: `the right hand shifts ${two} times in two measures` },
    ];
  });
}
