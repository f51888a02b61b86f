import fc from 'fast-check';
import { expect, it } from 'vitest';
import { turnPages, type TurningLine } from './page-turns';

const room = { firstPage: 80, otherPages: 100, between: 5 };
const lines = (...all: readonly (readonly [height: number, isGoodTurn: boolean])[]): readonly TurningLine[] =>
  all.map(([height, isGoodTurn]) => ({ height, isGoodTurn }));

it('turns where a hand is free rather than filling the page', () => {
  const plain = lines([25, false], [25, false], [25, false], [25, false], [25, false]);
  expect(turnPages(plain, room)).toEqual([2, 3]);
  const free = lines([22, false], [22, true], [12, false], [25, false], [25, false]);
  expect(turnPages(free, room)).toEqual([2, 3]);
  expect(
    turnPages(
      free.map((each) => ({ ...each, isGoodTurn: false })),
      room,
    ),
  ).toEqual([3, 2]);
});

it('never takes a page more for a better turn', () => {
  const full = lines([24, true], [24, false], [24, false], [30, false], [30, false], [30, false]);
  expect(turnPages(full, { ...room, firstPage: 100 })).toEqual([3, 3]);
});

it('gives a line that is taller than any page one of its own', () => {
  expect(turnPages(lines([300, false], [20, false]), room)).toEqual([1, 1]);
  expect(turnPages([], room)).toEqual([]);
});

it('is as good as trying every way, on small pieces', () => {
  const line = fc.record({ height: fc.integer({ min: 10, max: 70 }), isGoodTurn: fc.boolean() });
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 8 }), (all) => {
      const ways = (from: number): number[][] =>
        from === all.length
          ? [[]]
          : Array.from({ length: all.length - from }, (_, more) => more + 1).flatMap((count) =>
              ways(from + count).map((rest) => [count, ...rest]),
            );
      const fits = (way: readonly number[]) => {
        let at = 0;
        return way.every((count, page) => {
          const own = all.slice(at, (at += count));
          const height = own.reduce((sum, each) => sum + each.height, room.between * (count - 1));
          return count === 1 || height <= (page === 0 ? room.firstPage : room.otherPages);
        });
      };
      const fewest = Math.min(
        ...ways(0)
          .filter(fits)
          .map((way) => way.length),
      );
      const found = turnPages(all, room);
      expect(fits(found)).toBe(true);
      expect(found.length).toBe(fewest);
    }),
    { numRuns: 60 },
  );
});
