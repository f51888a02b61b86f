import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLAIN_MARK, type PracticeEntry } from './register';
import { carryEntries, sameSections } from './take-over';

const entry = (id: string, sectionId: string): PracticeEntry => ({
  id,
  sectionId,
  stage: 'right',
  kind: 'passed',
  tempoBpm: 60,
  onDay: 20_000,
  correctsId: null,
  createdAtMs: 1,
  ...PLAIN_MARK,
});

describe('sections that a new edition shares with the one before', () => {
  const sections = (...prints: string[]) => prints.map((print, index) => ({ id: `s${index}`, print }));

  it('are those with the same music and fingers, wherever they moved to', () => {
    expect(sameSections(sections('verse', 'bridge'), sections('intro', 'verse'))).toEqual(
      new Map([['s1', 's0']]),
    );
  });

  it('each keep their own where sections repeat one another', () => {
    expect(sameSections(sections('verse', 'verse', 'verse'), sections('verse', 'new', 'verse'))).toEqual(
      new Map([
        ['s0', 's0'],
        ['s2', 's2'],
      ]),
    );
  });

  it('are taken once: a verse that is now there twice was learned once', () => {
    expect(sameSections(sections('verse'), sections('verse', 'verse'))).toEqual(new Map([['s0', 's0']]));
    expect(sameSections(sections('bridge', 'verse'), sections('verse', 'verse'))).toEqual(
      new Map([['s1', 's1']]),
    );
  });

  it('pair one with one, and leave no twin of the two editions unpaired', () => {
    const arbitrarySections = fc
      .array(fc.constantFrom('a', 'b', 'c'), { maxLength: 6 })
      .map((prints) => sections(...prints));
    fc.assert(
      fc.property(arbitrarySections, arbitrarySections, (before, now) => {
        const same = sameSections(before, now);
        expect(new Set(same.values()).size).toBe(same.size);
        for (const [to, from] of same)
          expect(now.find(({ id }) => id === to)!.print).toBe(before.find(({ id }) => id === from)!.print);
        const countOf = (list: typeof now, print: string) =>
          list.filter((each) => each.print === print).length;
        const pairs = ['a', 'b', 'c'].reduce(
          (sum, print) => sum + Math.min(countOf(before, print), countOf(now, print)),
          0,
        );
        expect(same.size).toBe(pairs);
      }),
    );
  });
});

describe('what was learned', () => {
  it('goes to the section of the new edition, marked with the edition it was earned on', () => {
    const carried = carryEntries([entry('e1', 'old'), entry('e2', 'gone')], new Map([['new', 'old']]), 3);
    expect(carried).toEqual([{ ...entry('e1', 'new'), earnedOn: 3 }]);
  });

  it('is not carried where nothing is the same', () => {
    expect(carryEntries([entry('e1', 'old')], new Map(), 1)).toEqual([]);
  });
});
