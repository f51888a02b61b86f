import { describe, expect, it } from 'vitest';
import { isDrawingAlone } from './adopt-svg';

const picture = (inside: string) => `<svg viewBox="0 0 9 9">${inside}</svg>`;

describe('what may stand on the page as it was drawn', () => {
  it.each([
    ['a note', '<g id="n1" class="note"><use href="#E0A4" x="3" /></g>'],
    ['words with signs written out', '<text>rock &lt;b&gt; &amp; roll = home</text>'],
  ])('is %s', (_, inside) => expect(isDrawingAlone(picture(inside))).toBe(true));

  it.each([
    ['another element', '<script>a()</script>'],
    ['a frame in a title', '<title><iframe src="x"></iframe></title>'],
    ['a comment', '<!-- x -->'],
    ['a handler', '<g onload="a()"/>'],
    ['a handler after a slash', '<g/onload=a()>'],
    ['a handler after a quote', '<g id="x"onload=a()>'],
    ['a link that leads elsewhere', '<use href="x.svg#a"/>'],
    ['a link without quotes', '<use href=javascript:a()>'],
    ['a link by its older name', '<use xlink:href="data:x"/>'],
  ])('is not %s', (_, inside) => expect(isDrawingAlone(picture(inside))).toBe(false));
});
