import fc from 'fast-check';
import { expect, it } from 'vitest';
import { GRACE } from '../../testing/grace';
import { scoreFromAbc } from '../../testing/labelled-scores';
import type { Note, Slur } from '../score/model';
import { restsAfterPairs, type Silence } from './rests-after-pairs';

it('finds the rest after a two-note slur, in the hand that plays it', () => {
  const score = scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:C\n(c d) z e|(c d) e2|(c d e) z|(c d) z2|c4|');
  const [first] = score.measures;
  expect(restsAfterPairs(score.notes, score.slurs)).toEqual([
    { from: first!.length / 2, to: (first!.length * 3) / 4 },
    { from: first!.length * 3.5, to: first!.length * 4 },
  ]);
});

/** The same by looking at every note for every slur. */
function byLookingAtAll(notes: readonly Note[], slurs: readonly Slur[]): readonly Silence[] {
  return slurs.flatMap(({ from, to }) => {
    const [first, second] = [notes.find(({ id }) => id === from)!, notes.find(({ id }) => id === to)!];
    if (first.at + first.duration !== second.at) return [];
    const end = second.at + second.duration;
    if (second.staff > 1) return [];
    const hand = notes.filter((note) => note.staff === second.staff && !note.grace);
    const later = hand.map(({ at }) => at).filter((at) => at >= end);
    const isSounding = hand.some((note) => note.at <= end && note.at + note.duration > end);
    return isSounding || later.length === 0 ? [] : [{ from: end, to: Math.min(...later) }];
  });
}

it('finds what looking at every note finds, in hands of several voices, in any order', () => {
  const arbitraryNote = fc.record({
    at: fc.nat(24),
    duration: fc.integer({ min: 1, max: 6 }),
    staff: fc.nat(2),
  });
  const [pattern] = scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:C\nc4|').notes;
  fc.assert(
    fc.property(fc.array(arbitraryNote, { minLength: 2, maxLength: 14 }), (places) => {
      const notes = places.map(
        (place, index) => ({ ...pattern!, ...place, id: `n${index}` }) as unknown as Note,
      );
      const slurs = notes.flatMap(({ id: from }) => notes.map(({ id: to }) => ({ from, to })));
      expect(restsAfterPairs(notes, slurs)).toEqual(byLookingAtAll(notes, slurs));
    }),
    { numRuns: 300 },
  );
});

it('passes over slurs whose notes are not played, and notes that only grace others', () => {
  const { notes, slurs } = scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:C\n(c d) z e|');
  const [first, second] = notes;
  for (const gone of [first, second])
    expect(
      restsAfterPairs(
        notes.filter((note) => note !== gone),
        slurs,
      ),
    ).toEqual([]);
  const graced = notes.map((note) => (note === notes[2] ? { ...note, grace: GRACE } : note));
  expect(restsAfterPairs(graced, slurs)).toEqual([]);
});
