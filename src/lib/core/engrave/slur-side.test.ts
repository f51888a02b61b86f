import { describe, expect, it } from 'vitest';
import { scoreFromAbc } from '../../testing/labelled-scores';
import { slurSide } from './slur-side';
import { prepareEngraving } from './source';

/** The sides of the slurs of a tune, in order. */
function sides(music: string, head = ''): string {
  const score = scoreFromAbc(`X:1\nM:4/4\nL:1/4\n${head}K:C\n${music}`);
  const source = prepareEngraving(score, []);
  return source.slurs.map((slur) => slurSide(source, slur)).join(' ');
}

describe('the side of a slur', () => {
  it.each([
    ['(E F G A)|', 'below'],
    ['(c d e c)|', 'above'],
    ['(G A c A)|', 'above'],
    ['(G A B2)|', 'above'],
    ['(E F) (c d)|(A c) G2|', 'below above above'],
    ['(E F G A|c4)|', 'above'],
    ['([CE] [DF] [EG]2)|', 'below'],
    ['([Gf] [Ag] [ca]2)|', 'above'],
  ])('%s: %s', (music, expected) => expect(sides(music)).toBe(expected));

  it('goes by the clef', () => {
    const head = '%%score {1 2}\nV:1\nV:2 clef=bass\n';
    expect(sides('V:1\nc4|\nV:2\n(C, E, G, B,)|', head)).toBe('above');
    expect(sides('V:1\nc4|\nV:2\n(G,, A,, B,, A,,)|', head)).toBe('below');
  });

  it('stands outside in a staff of two voices', () => {
    const head = '%%score {(1 2)}\nV:1\nV:2\n';
    expect(sides('V:1\n(A B c d)|\nV:2\n(E F G2)|', head)).toBe('above below');
  });
});
