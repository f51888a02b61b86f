import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinSteps, spansPassed, type Span } from './joins';
import { PLAIN_MARK, type PracticeEntry } from './register';

const all = (count: number) => Array<boolean>(count).fill(true);
const span = (from: number, to: number): Span => ({ from, to });

describe('joining sections', () => {
  it('begins with neighbours that are both known', () => {
    expect(joinSteps([true, true, false, true], [])).toEqual([{ from: 0, to: 1, kind: 'pair' }]);
    expect(joinSteps(all(3), [span(0, 1)])).toEqual([{ from: 1, to: 2, kind: 'pair' }]);
  });

  it('goes on to runs of what meets, and to the whole', () => {
    const pairs = [span(0, 1), span(1, 2), span(2, 3)];
    expect(joinSteps(all(4), pairs)).toEqual([{ from: 0, to: 2, kind: 'run' }]);
    expect(joinSteps(all(4), [...pairs, span(0, 2)])).toEqual([{ from: 0, to: 3, kind: 'whole' }]);
    expect(joinSteps(all(4), [span(0, 3)])).toEqual([]);
  });

  it('joins two by two what meets or overlaps, and what is known', () => {
    const pairs = (count: number) => Array.from({ length: count - 1 }, (_, index) => span(index, index + 1));
    expect(joinSteps(all(6), pairs(6))).toEqual([
      { from: 0, to: 2, kind: 'run' },
      { from: 2, to: 4, kind: 'run' },
    ]);
    expect(joinSteps(all(3), [span(1, 2), span(0, 1)])).toEqual([{ from: 0, to: 2, kind: 'whole' }]);
    // One within another says nothing of its own.
    expect(joinSteps(all(4), [span(0, 2), ...pairs(4)])).toEqual([{ from: 0, to: 3, kind: 'whole' }]);
    const [first, , last] = pairs(4);
    expect(joinSteps([true, true, false, true], [first!, span(1, 2), last!])).toEqual([]);
    expect(joinSteps([true, true, false, true, true], [first!, span(3, 4)])).toEqual([]);
    expect(joinSteps([true, true, true, false, true, true], [span(0, 2), span(2, 5), span(4, 5)])).toEqual(
      [],
    );
    // Stretches that do not meet are no run.
    expect(joinSteps([true, true, false, false, true, true], [span(0, 1), span(4, 5)])).toEqual([]);
    expect(joinSteps(all(2), [])).toEqual([{ from: 0, to: 1, kind: 'pair' }]);
    expect(joinSteps([true], [])).toEqual([]);
    expect(joinSteps([], [])).toEqual([]);
  });

  it('leads from nothing to the whole, each step longer than what was passed, whatever the number of sections', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 20 }), (count) => {
        const passed: Span[] = [];
        for (
          let steps = joinSteps(all(count), passed);
          steps.length > 0;
          steps = joinSteps(all(count), passed)
        ) {
          for (const { from, to } of steps)
            expect(passed.some((each) => each.from <= from && each.to >= to)).toBe(false);
          passed.push(...steps.map(({ from, to }) => span(from, to)));
          expect(passed.length).toBeLessThan(3 * count);
        }
        expect(passed).toContainEqual(span(0, count - 1));
      }),
    );
  });

  it('reads stretches from the log, and leaves out what was taken back', () => {
    const entry = (
      id: string,
      through: string | null,
      change: Partial<PracticeEntry> = {},
    ): PracticeEntry => ({
      ...PLAIN_MARK,
      ...{ id, sectionId: 'a', stage: 'together', kind: 'passed', tempoBpm: 60, onDay: 1, correctsId: null },
      createdAtMs: 1,
      throughId: through,
      ...change,
    });
    const sections = [{ id: 'a' }, { id: 'b' }, { id: 'c' }];
    const log = [
      entry('1', 'b'),
      entry('2', 'c'),
      entry('3', null),
      entry('4', 'c', { kind: 'withdrawn', correctsId: '2' }),
    ];
    expect(spansPassed(log, sections)).toEqual([span(0, 1)]);
    const passed = (...entries: readonly PracticeEntry[]) => spansPassed(entries, sections);
    expect(passed(entry('1', 'b'), entry('2', 'b'), entry('3', 'c'))).toEqual([span(0, 1), span(0, 2)]);
    expect(passed(entry('1', 'c', { kind: 'clean' }), entry('2', 'c', { kind: 'again' }))).toEqual([]);
    // From a section or to one that the edition does not have, to itself, or backwards.
    expect(passed(entry('1', 'x'), entry('2', 'b', { sectionId: 'x' }), entry('3', 'a'))).toEqual([]);
    expect(passed(entry('1', 'a', { sectionId: 'c' }), entry('2', 'c', { sectionId: 'b' }))).toEqual([
      span(1, 2),
    ]);
  });
});
