import { describe, expect, it } from 'vitest';
import { DEFAULT_RULES } from '$lib/core/ladder/rules';
import { LEFT_TEXTURES, leftRank, rightTexturesFor } from '$lib/core/document/choices/textures.data';
import { leftChoices, rightChoices } from './texture-choices';

const rung = DEFAULT_RULES.rungs[2]!;

describe('textures to choose from', () => {
  it('say from which rung on they belong, where that is above', () => {
    for (const { value, note } of leftChoices(LEFT_TEXTURES, rung, 20))
      expect(note).toBe(
        value !== 'as-written' && leftRank(value) > rung.leftTextures
          ? `from rung ${leftRank(value)}`
          : undefined,
      );
    expect(
      rightChoices(rightTexturesFor(false), rung).some(({ note }) => note?.startsWith('from rung')),
    ).toBe(true);
  });

  it('say which are wider than the hand, and only where the notes are struck together', () => {
    const wide = leftChoices(LEFT_TEXTURES, { ...rung, leftTextures: 6 }, 11)
      .filter(({ note }) => note === 'wider than the hand')
      .map(({ value }) => value);
    expect(wide).toContain('octave-bass');
    expect(wide).not.toContain('open-fifth');
    expect(leftChoices(LEFT_TEXTURES, { ...rung, leftTextures: 6 }, 16).every(({ note }) => !note)).toBe(
      true,
    );
  });
});
