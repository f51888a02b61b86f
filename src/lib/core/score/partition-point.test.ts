import fc from 'fast-check';
import { expect, it } from 'vitest';
import { partitionPoint } from './partition-point';

it('finds where those that hold begin, as going through all of them does', () => {
  const sorted = fc.array(fc.integer({ min: 0, max: 20 })).map((all) => all.sort((a, b) => a - b));
  fc.assert(
    fc.property(sorted, fc.integer({ min: -1, max: 21 }), (all, least) => {
      const found = all.findIndex((each) => each >= least);
      expect(partitionPoint(all, (each) => each >= least)).toBe(found < 0 ? all.length : found);
    }),
  );
});
