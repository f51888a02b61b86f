import { DEFAULT_RUNGS, rungAt, rungsSchema } from '../limits/rungs';
import { describe, expect, it } from 'vitest';
import { houseLeft, houseRight } from '../textures/house';
import { DEFAULT_RULES, rulesSchema, textureFacts } from './rules';
import {
  isSung,
  LEFT_TEXTURES,
  leftRank,
  RIGHT_TEXTURES,
  rightRank,
  TEXTURES,
  textureLabel,
} from '../document/choices/textures.data';

describe('the ladder as it comes', () => {
  it('is valid, and grows or stays in every figure from rung to rung', () => {
    expect(rulesSchema.safeParse(DEFAULT_RULES).success).toBe(true);
    const figures = [
      'onsetsPerSecondTenths',
      'widestSemitones',
      'leapSemitones',
      'signature',
      'chromaticPerEight',
      'newMeasures',
      'load',
      'leftTextures',
    ] as const;
    for (const figure of figures)
      for (const [index, rung] of DEFAULT_RUNGS.entries())
        if (index > 0)
          expect(rung[figure] ?? Infinity, `${figure} of rung ${index + 1}`).toBeGreaterThanOrEqual(
            DEFAULT_RUNGS[index - 1]![figure] ?? Infinity,
          );
  });

  it('plays on each rung what the rung takes', () => {
    for (const [index, house] of DEFAULT_RULES.house.entries()) {
      const rung = DEFAULT_RUNGS[index]!;
      expect(leftRank(house.soloLeft)).toBeLessThanOrEqual(rung.leftTextures);
      expect(leftRank(house.soloLeftInThree)).toBeLessThanOrEqual(rung.leftTextures);
      expect(leftRank(house.singLeft)).toBeLessThanOrEqual(rung.leftTextures);
      expect(rightRank(house.soloRight)).toBeLessThanOrEqual(rung.rightTexturesSolo);
      expect(rightRank(house.singRight)).toBeLessThanOrEqual(rung.rightTexturesSing);
      expect(isSung(house.singRight)).toBe(true);
      expect(isSung(house.soloRight)).toBe(false);
    }
  });

  it('is found at its place, or at the nearest there is', () => {
    expect(rungAt(DEFAULT_RUNGS, 3).name).toBe('Held chords');
    expect(rungAt(DEFAULT_RUNGS, 9)).toBe(DEFAULT_RUNGS.at(-1));
    expect(() => rungAt([], 1)).toThrow(RangeError);
  });

  it('takes other textures in three, and the source’s own in a study', () => {
    const house = DEFAULT_RULES.house[3]!;
    expect(houseLeft(house, 'solo', { beats: 4, beatType: 4 })).toBe('broken-triads');
    expect(houseLeft(house, 'solo', { beats: 3, beatType: 4 })).toBe('root-then-chord');
    expect(houseLeft(house, 'solo', { beats: 9, beatType: 8 })).toBe('broken-triads');
    expect(houseLeft(house, 'study', { beats: 4, beatType: 4 })).toBe('as-written');
    expect(houseRight(house, 'sing')).toBe('full-then-thin');
  });
});

describe('rules of a studio’s own', () => {
  it('are refused with the place of the fault', () => {
    const falling = DEFAULT_RUNGS.map((rung, index) => (index === 2 ? { ...rung, load: 5 } : rung));
    const outcome = rungsSchema.safeParse(falling);
    expect(outcome.success).toBe(false);
    expect(outcome.error!.issues[0]).toMatchObject({ path: [2, 'load'] });
    expect(outcome.error!.issues[0]!.message).toContain('below that of “Pairs”');
    expect(rungsSchema.safeParse([]).success).toBe(false);
    expect(rungsSchema.safeParse([{ ...DEFAULT_RUNGS[0], name: ' ' }]).success).toBe(false);
  });

  it('ask for textures on every rung, and windows an octave wide', () => {
    expect(rulesSchema.safeParse({ ...DEFAULT_RULES, house: DEFAULT_RULES.house.slice(1) }).success).toBe(
      false,
    );
    const narrow = { 'held-root': { lowest: 48, highest: 52 } };
    expect(rulesSchema.safeParse({ ...DEFAULT_RULES, windows: narrow }).success).toBe(false);
    const wide = { 'held-root': { lowest: 40, highest: 55 } };
    expect(rulesSchema.safeParse({ ...DEFAULT_RULES, windows: wide }).success).toBe(true);
    expect(textureFacts({ ...DEFAULT_RULES, windows: wide }, 'held-root').window).toEqual(wide['held-root']);
    expect(textureFacts(DEFAULT_RULES, 'held-root')).toBe(TEXTURES['held-root']);
  });
});

describe('textures', () => {
  it('all have a label of their own and a rank', () => {
    const labels = [...new Set([...LEFT_TEXTURES, ...RIGHT_TEXTURES])].map(textureLabel);
    expect(new Set(labels).size).toBe(labels.length);
    for (const texture of LEFT_TEXTURES) expect(leftRank(texture)).toBeGreaterThanOrEqual(1);
    for (const texture of RIGHT_TEXTURES) expect(rightRank(texture)).toBeLessThanOrEqual(6);
  });
});
