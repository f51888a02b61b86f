import fc from 'fast-check';
import { expect, it } from 'vitest';
import { paginate } from './paginate';

const room = { firstPage: 80, otherPages: 100, between: 5 };

it('keeps the order, loses no line and overfills no page', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 95 })), (heights) => {
      const pages = paginate(heights, room, (height) => height);
      expect(pages.flat()).toEqual(heights);
      for (const [index, page] of pages.entries()) {
        const used = page.reduce((sum, height) => sum + height + room.between, 0);
        const space = index === 0 ? room.firstPage : room.otherPages;
        expect(page.length === 1 || used <= space).toBe(true);
      }
    }),
  );
});

it('gives a line too tall for any page one of its own', () => {
  expect(paginate([20, 300, 20], room, (height) => height)).toEqual([[20], [300], [20]]);
});
