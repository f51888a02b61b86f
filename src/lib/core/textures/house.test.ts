import { describe, expect, it } from 'vitest';
import { LEFT_TEXTURES, RIGHT_TEXTURES } from '../document/choices/textures.data';
import { DEFAULT_RUNGS } from '../limits/rungs';
import { DEFAULT_HOUSE, houseLeft, houseRight } from './house';

const FOUR = { beats: 4, beatType: 4 };
const THREE = { beats: 3, beatType: 4 };
const NINE_EIGHT = { beats: 9, beatType: 8 };

describe('what a rung plays when nothing else is asked for', () => {
  it('is said for every rung there is', () => {
    expect(DEFAULT_HOUSE).toHaveLength(DEFAULT_RUNGS.length);
  });

  it('is a texture that there is', () => {
    for (const house of DEFAULT_HOUSE) {
      for (const left of [house.soloLeft, house.soloLeftInThree, house.singLeft])
        expect(LEFT_TEXTURES).toContain(left);
      for (const right of [house.soloRight, house.singRight]) expect(RIGHT_TEXTURES).toContain(right);
    }
  });

  it('is another left hand for a tune, for a singer, and in three', () => {
    const house = DEFAULT_HOUSE[3]!;
    expect(houseLeft(house, 'solo', FOUR)).toBe('broken-triads');
    expect(houseLeft(house, 'solo', THREE)).toBe('root-then-chord');
    // Nine eighths have three beats, but no beat of them is plain.
    expect(houseLeft(house, 'solo', NINE_EIGHT)).toBe('broken-triads');
    expect(houseLeft(house, 'sing', THREE)).toBe('pulsed-fifth');
    expect(houseRight(house, 'sing')).toBe('full-then-thin');
    expect(houseRight(house, 'solo')).toBe('thirds-on-strong');
  });

  it('is what the composer wrote in a study', () => {
    for (const house of DEFAULT_HOUSE) {
      expect(houseLeft(house, 'study', FOUR)).toBe('as-written');
      expect(houseRight(house, 'study')).toBe('as-written');
    }
  });
});
