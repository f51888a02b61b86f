import { describe, expect, it } from 'vitest';
import { usualShape } from './usual-shape';

describe('the usual shape of a chord, thumb first, by the gaps between its keys', () => {
  const shape = (gaps: readonly number[], name: 'right' | 'left') =>
    usualShape(
      gaps.reduce((places, gap) => [...places, places.at(-1)! + gap], [60]),
      name,
    )?.join('') ?? null;

  it.each([
    // Triads in their positions; a left hand's gaps begin at its thumb, on top.
    ['C E G, right', [4, 3], 'right', '135'],
    ['E G C, right', [3, 5], 'right', '125'],
    ['G C E, right', [5, 4], 'right', '135'],
    ['G E C, left', [3, 4], 'left', '135'],
    ['C G E, left', [5, 3], 'left', '135'],
    ['E C G, left', [4, 5], 'left', '125'],
    ['B F G, right', [6, 2], 'right', '145'],
    ['G F B, left', [2, 6], 'left', '125'],
    ['a whole tone at the thumb', [2, 3], 'right', '125'],
    ['a whole tone at the other end', [3, 2], 'right', '145'],
    ['thirds', [3, 3], 'right', '135'],
    ['two fourths', [5, 5], 'right', '135'],
    ['an octave, its fifth inside', [7, 5], 'right', '125'],
    ['an octave, its sixth inside', [8, 4], 'right', '135'],
    ['an octave, its fourth inside, left', [5, 7], 'left', '125'],
    ['an octave, its fifth inside, left', [7, 5], 'left', '135'],
    ['an octave and a second', [11, 1], 'right', '135'],
    ['a ninth', [7, 7], 'right', '125'],
    ['a ninth with a second', [12, 1], 'left', '125'],
    ['a seventh chord', [4, 3, 3], 'right', '1235'],
    ['one with a second at the little finger', [3, 4, 2], 'right', '1245'],
    ['one with a second at the thumb, right', [2, 4, 3], 'right', '1245'],
    ['one with a second at the thumb, left', [2, 4, 3], 'left', '1235'],
    ['two keys', [4], 'right', null],
    ['five keys', [2, 2, 2, 2], 'right', null],
  ] as const)('%s: %s', (_, gaps, name, expected) => expect(shape(gaps, name)).toBe(expected));
});
