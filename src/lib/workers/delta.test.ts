import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyDelta, deltaOf } from './delta';

const value = fc.letrec<{ any: unknown }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 4 },
    fc.integer(),
    fc.string(),
    fc.constant(null),
    fc.array(tie('any')),
    fc.dictionary(fc.constantFrom('a', 'b', 'c'), tie('any')),
  ),
})).any;

describe('deltas', () => {
  it('lead from any value to any other, through a copy', () =>
    fc.assert(
      fc.property(value, value, (before, now) => {
        expect(applyDelta(before, structuredClone(deltaOf(before, now)))).toEqual(now);
      }),
    ));

  it('send only what changed, and keep the rest as it was', () => {
    const notes = Array.from({ length: 100 }, (_, id) => ({ id, finger: null as number | null }));
    const before = { score: { notes, title: 'A' }, counts: [1, 2, 3] };
    const now = {
      ...before,
      score: { ...before.score, notes: notes.map((note) => (note.id === 7 ? { ...note, finger: 3 } : note)) },
    };
    const delta = deltaOf(before, now);
    expect(JSON.stringify(delta).length).toBeLessThan(200);
    const after = applyDelta(before, structuredClone(delta)) as typeof now;
    expect(after).toEqual(now);
    expect(after.counts).toBe(before.counts);
    expect(after.score.notes[8]).toBe(notes[8]);
  });
});
