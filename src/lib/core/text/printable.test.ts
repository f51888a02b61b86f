import { expect, it } from 'vitest';
import { printable } from './printable';

it('leaves out what no text holds, and keeps what people write', () => {
  expect(printable('a\u0000b\u001bc\u007fd\ufffee\ud800f')).toBe('abcdef');
  const written = 'Łódka — “Hafen”, 港の歌 🎵\tone\ntwo';
  expect(printable(written)).toBe(written);
});
