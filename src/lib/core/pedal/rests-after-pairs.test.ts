import fc from 'fast-check';
import { expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
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
    const hand = notes.filter((note) => note.staff === second.staff && !note.grace);
    const later = hand.map(({ at }) => at).filter((at) => at >= end);
    const isSounding = hand.some((note) => note.at <= end && note.at + note.duration > end);
    return isSounding || later.length === 0 ? [] : [{ from: end, to: Math.min(...later) }];
  });
}

it('finds what looking at every note finds', () => {
  fc.assert(
    fc.property(arbitraryScore, ({ notes }) => {
      const slurs = notes.flatMap((note) => {
        const next = notes.find(({ staff, at }) => staff === note.staff && at === note.at + note.duration);
        return next ? [{ from: note.id, to: next.id }] : [];
      });
      expect(restsAfterPairs(notes, slurs)).toEqual(byLookingAtAll(notes, slurs));
    }),
    { numRuns: 60 },
  );
});
