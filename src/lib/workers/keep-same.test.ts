import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keepSame } from './keep-same';

describe('keeping what says the same', () => {
  it('gives back the very list when nothing changed', () => {
    const before = [{ a: 1 }, { a: 2 }];
    expect(keepSame(before, [{ a: 1 }, { a: 2 }])).toBe(before);
    expect(keepSame(undefined, before)).toBe(before);
  });

  it('keeps the entries that did not change, and equals the new list, for any lists', () => {
    const entry = fc.record({ a: fc.integer({ min: 0, max: 3 }), b: fc.constantFrom('x', 'y') });
    fc.assert(
      fc.property(fc.array(entry), fc.array(entry), (before, now) => {
        const kept = keepSame(before, now);
        expect(kept).toEqual(now);
        for (const [index, each] of kept.entries())
          if (JSON.stringify(each) === JSON.stringify(before[index])) expect(each).toBe(before[index]);
      }),
    );
  });
});
