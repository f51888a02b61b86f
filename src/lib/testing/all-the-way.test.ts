import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { allTheWay } from './all-the-way';
import { mutate, randomFrom } from './mutate';

const FOLDER = new URL('../../../demo/sources/', import.meta.url);

describe('what a reader lets through', () => {
  it.each(readdirSync(FOLDER))('%s, whole and damaged, breaks nothing that follows', (name) => {
    const bytes = new Uint8Array(readFileSync(new URL(name, FOLDER)));
    expect(allTheWay(bytes, name, 3).isWhole).toBe(true);
    const random = randomFrom(name.length + 1);
    for (let index = 0; index < 2; index += 1) allTheWay(mutate(bytes, random), name, 1 + (index % 6));
  });

  it('is arranged, laid out and written, too, where a hundred slurs go over the whole tune', () => {
    const half = (sign: string) => `${sign.repeat(20)}|\n`.repeat(5);
    const slurred = `X:1\nM:4/4\nL:1/32\nK:F\n${half('(c')}${'cdef'.repeat(5)}|\n${half('B)')}`;
    expect(allTheWay(new TextEncoder().encode(slurred), 'slurred.abc', 5)).toEqual({
      isWhole: true,
      measures: 11,
    });
  });

  it('is arranged and written, too, where hundreds of notes crowd in a measure', () => {
    const crowd = `X:1\nM:4/4\nL:1/64\nK:G\nV:1\n${'gabcBA'.repeat(180)}|\nV:2\n${'G,D,'.repeat(200)}|\n`;
    expect(allTheWay(new TextEncoder().encode(crowd), 'crowd.abc', 2)).toEqual({
      isWhole: true,
      measures: 1,
    });
  });
});
