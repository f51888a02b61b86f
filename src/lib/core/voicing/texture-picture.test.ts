import { describe, expect, it } from 'vitest';
import { isGenerated, LEFT_TEXTURES, RIGHT_TEXTURES, isSung } from '../document/choices/textures.data';
import { texturePicture } from './texture-picture';

describe('the picture of a texture', () => {
  const made = [...LEFT_TEXTURES.filter(isGenerated), ...RIGHT_TEXTURES.filter(isSung)];

  it.each(made)('%s has notes inside its measure', (texture) => {
    const notes = texturePicture(texture)!;
    expect(notes.length).toBeGreaterThan(0);
    for (const { at, length } of notes) {
      expect(at).toBeGreaterThanOrEqual(0);
      expect(length).toBeGreaterThan(0);
      expect(at + length).toBeLessThanOrEqual(1 + 1e-9);
    }
  });

  it('is what the texture says: one long root, two notes in turn, a triad on each beat', () => {
    expect(texturePicture('held-root')).toEqual([{ at: 0, length: 1, key: 48 }]);
    const turns = texturePicture('root-fifth')!;
    expect(turns.map(({ at }) => at)).toEqual([0, 0.25, 0.5, 0.75]);
    expect(turns[1]!.key - turns[0]!.key).toBe(7);
    expect(texturePicture('pulsed-triads')).toHaveLength(12);
  });

  it('is none where the notes are the source’s own', () => {
    expect(texturePicture('as-written')).toBeNull();
    expect(texturePicture('tune')).toBeNull();
  });
});
