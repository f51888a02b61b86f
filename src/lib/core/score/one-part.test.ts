import { describe, expect, it } from 'vitest';
import { TEXTURES } from '../../testing/labelled/textures';
import { scoreFromAbc } from '../../testing/labelled-scores';
import type { Score } from './model';
import { asOnePart } from './one-part';
import { validateScore } from './validate';

const SONG = scoreFromAbc(TEXTURES.find(({ name }) => name.startsWith('a sung'))!.abc);
const withUses = (uses: Score['parts'][number]['uses'][]): Score => ({
  ...SONG,
  parts: SONG.parts.map((part, index) => ({ ...part, uses: uses[index]! })),
});

describe('a score shown as one part', () => {
  it('has all staves one above the other', () => {
    const shown = asOnePart(SONG);
    expect(shown.parts).toMatchObject([{ staves: 3, groups: [1, 2] }]);
    expect(shown.notes).toHaveLength(SONG.notes.length);
    expect(new Set(shown.notes.map((note) => note.staff))).toEqual(new Set([0, 1, 2]));
    expect(validateScore(shown)).toEqual([]);
  });

  it('leaves out the staves that were left out', () => {
    const shown = asOnePart(withUses([['tune'], ['left-out', 'accompaniment']]));
    expect(shown.parts).toMatchObject([{ staves: 2 }]);
    expect(shown.notes).toHaveLength(SONG.notes.filter((note) => note.part === 0 || note.staff === 1).length);
    expect(shown.clefs.filter((clef) => clef.staff === 1)).toMatchObject([{ sign: 'F' }]);
    expect(validateScore(shown)).toEqual([]);
  });

  it('is the score itself when there is one part and nothing is left out', () => {
    const plain = scoreFromAbc('X:1\nM:4/4\nL:1/4\nK:C\nCDEF|');
    expect(asOnePart(plain)).toBe(plain);
  });

  it('shows everything rather than nothing', () => {
    const none = withUses([['left-out'], ['left-out', 'left-out']]);
    expect(asOnePart(none)).toBe(none);
  });
});
