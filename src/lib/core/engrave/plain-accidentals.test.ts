import { describe, expect, it } from 'vitest';
import { plainAccidentals } from './plain-accidentals';

const letter = (text: string) => `<tspan font-size="405px">${text}</tspan>`;
const sign = (character: string) => `\n <tspan font-family="Leipzig" font-size="720px">${character}</tspan>`;

describe('signs within words', () => {
  it('become plain characters in the size of their letters', () => {
    const words = plainAccidentals(
      letter('F') + sign('\uEA66') + letter('7') + sign('\uEA64') + letter('9/B') + sign('\uE260'),
    );
    expect(words.replace(/<[^>]*>|\s/g, '')).toBe('F♯7♭9/B♭');
    expect(words).not.toContain('Leipzig');
    expect(words.match(/font-size="405px"/g)).toHaveLength(6);
  });

  it('leave everything else alone', () => expect(plainAccidentals(letter('Am7'))).toBe(letter('Am7')));
});
