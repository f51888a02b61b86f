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
  });
});
