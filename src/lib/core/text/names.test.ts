import { describe, expect, it } from 'vitest';
import { isSeen, nameSchema } from './names';

describe('names', () => {
  it('takes what can be read, in any script', () => {
    for (const name of ['Ida', '李', 'أمل', '7', '♪', '👋', 'Zoë'])
      expect(nameSchema().parse(` ${name} `)).toBe(name);
  });

  it('refuses what nobody could see', () => {
    for (const name of ['', '   ', '\u200b', '\u202e\u2066', '\u0301', '\u3164', '\u2800', '\ufeff'])
      expect([name, isSeen(name), nameSchema().safeParse(name).success]).toEqual([name, false, false]);
  });

  it('refuses more letters than fit, and more lines than one', () => {
    expect(nameSchema().safeParse('a'.repeat(120)).success).toBe(true);
    expect(nameSchema().safeParse('a'.repeat(121)).success).toBe(false);
    expect(nameSchema().safeParse('a\nb').success).toBe(false);
  });
});
