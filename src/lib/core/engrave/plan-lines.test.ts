import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryScore } from '../../testing/arbitrary-score';
import { scoreFromText } from '../../testing/score-from-text';
import { BASS, type Score } from '../score/model';
import type { LayoutRequest } from './line';
import { meiSystem } from './mei-system';
import { planLines } from './plan-lines';
import { ALL_MARKINGS, prepareEngraving } from './source';

const LAYOUT: LayoutRequest = { lineWidth: 1_000, mostMeasures: 2, markings: ALL_MARKINGS };

type Edit = (score: Score, place: number) => Score;

/** Changes that a teacher's edits lead to; what they do not touch stays the same record. */
const EDITS: readonly Edit[] = [
  (score, place) => ({
    ...score,
    notes: score.notes.map((note, index) =>
      index === place % score.notes.length ? { ...note, finger: (place % 5) + 1 } : note,
    ),
  }),
  (score, place) => {
    const gone = score.notes[place % score.notes.length]!;
    return {
      ...score,
      notes: score.notes
        .filter((note) => note !== gone)
        .map((note) => (note.tieTo === gone.id ? { ...note, tieTo: null } : note)),
      slurs: score.slurs.filter(({ from, to }) => from !== gone.id && to !== gone.id),
    };
  },
  (score, place) => ({ ...score, chords: score.chords.filter((_, index) => index !== place) }),
  (score, place) => ({ ...score, marks: score.marks.filter((_, index) => index !== place) }),
  (score, place) => ({ ...score, slurs: score.slurs.filter((_, index) => index !== place) }),
  (score, place) => {
    const { index, start } = score.measures[place % score.measures.length]!;
    return {
      ...score,
      clefs: [
        ...score.clefs.filter(({ at }) => at !== start),
        { ...BASS, part: 0, staff: 0, measure: index, at: start },
      ].sort((a, b) => a.at - b.at),
    };
  },
];

describe('lines of a score that is changed', () => {
  it('are what they would be if nothing were known', () => {
    const arbitraryEdits = fc.array(fc.record({ kind: fc.nat(EDITS.length - 1), place: fc.nat(40) }), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(arbitraryScore, arbitraryEdits, (first, edits) => {
        let score = first;
        let laidOut = planLines(score, [], LAYOUT);
        for (const { kind, place } of edits) {
          if (score.notes.length < 2) return;
          score = EDITS[kind]!(score, place);
          laidOut = planLines(score, [], LAYOUT, laidOut);
          const afresh = prepareEngraving(score, []);
          for (const { range, mei } of laidOut.plans)
            expect(mei).toBe(meiSystem(afresh, range, LAYOUT.markings));
        }
      }),
      { numRuns: 60 },
    );
  });

  it('are the same records but for the one that was changed, whatever was written anew', () => {
    const score = scoreFromText({ time: [4, 4], key: 'C', right: Array(8).fill('C4 D4 E4 F4').join(' | ') });
    const before = planLines(score, [], LAYOUT);
    const [first, ...others] = score.notes;
    const changed = { ...first!, finger: 3 };
    const after = planLines(
      { ...score, notes: [changed, ...others], clefs: structuredClone(score.clefs) },
      [],
      LAYOUT,
      before,
    );
    expect(after.plans[0]).not.toBe(before.plans[0]);
    expect(after.plans.length).toBeGreaterThan(2);
    for (const [index, plan] of after.plans.slice(1).entries()) expect(plan).toBe(before.plans[index + 1]);
  });
});
