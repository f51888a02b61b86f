import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isSameList } from './same-list';
import { isSameRecord, plainText } from './same-record';

describe('records that say the same', () => {
  it('are the same whatever the order of their fields, but not of their lists', () => {
    expect(isSameRecord({ a: 1, b: { c: 2, d: 3 } }, { b: { d: 3, c: 2 }, a: 1 })).toBe(true);
    expect(isSameRecord([1, 2], [2, 1])).toBe(false);
    expect(isSameRecord({ a: null }, {})).toBe(false);
  });

  it('have one text, also after they were kept and read back', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(plainText(JSON.parse(JSON.stringify(value)))).toBe(plainText(value));
      }),
    );
  });
});

describe('lists of the same records', () => {
  it('are compared by identity', () => {
    const [a, b] = [{}, {}];
    expect(isSameList([a, b], [a, b])).toBe(true);
    expect(isSameList([a], [b])).toBe(false);
    expect(isSameList([a], [a, b])).toBe(false);
  });
});
