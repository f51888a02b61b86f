import { expect, it } from 'vitest';
import { howGood, whatSpeaksAgainst } from './how-good';

it('says how another finger compares, the farther the worse', () => {
  expect([0, 20, 21, 80, 81, 300, 301, 1500].map(howGood)).toEqual([
    ...['as good', 'as good', 'nearly as good', 'nearly as good'],
    ...['less easy', 'less easy', 'much less easy', 'much less easy'],
  ]);
});

it('gives the rule that speaks against it, and no rule where none does', () => {
  expect(whatSpeaksAgainst(120, 'thumb on a black key')).toBe('less easy: thumb on a black key');
  expect(whatSpeaksAgainst(0, '')).toBe('as good');
});
