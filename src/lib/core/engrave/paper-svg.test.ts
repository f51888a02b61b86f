import { expect, it } from 'vitest';
import { paperSvg } from './paper-svg';

const LINE =
  '<svg><defs><g id="E0"><path d="M0"/></g></defs><path d="M1" stroke-width="2"/><rect stroke="none"/>' +
  '<g class="fing"><text>1</text></g><g class="reh opens-line"><text>B</text></g><g class="harm"><text>B♭ &amp; C</text></g></svg>';
const plain = () => null;

it('gives strokes their colour outside of the glyphs, and words their weight', () => {
  const svg = paperSvg(LINE, plain);
  expect(svg).toContain('<defs><g id="E0"><path d="M0"/></g></defs>');
  expect(svg).toContain('<path stroke="black" d="M1"');
  expect(svg).toContain('<rect stroke="none"/>');
  expect(svg).toContain('<g font-weight="bold"><text>1</text></g>');
  expect(svg).toContain('<g font-weight="bold" transform="translate(-460 0)"><text>B</text></g>');
});

it('leaves out names, and groups that say nothing', () => {
  const body =
    '<g id="a" class="staff"><g transform="scale(2)"><g class="note"><use xlink:href="#E0"/></g></g><g id="b"/></g>';
  expect(paperSvg(`<svg><defs></defs>${body}</svg>`, plain)).toBe(
    '<svg><defs></defs><g transform="scale(2)"><use xlink:href="#E0"/></g></svg>',
  );
});

it('names the family of letters that the printed font has not, and leaves entities whole', () => {
  const svg = paperSvg(LINE, (letter) => (letter === '♭' ? 'Signs' : null));
  expect(svg).toContain('<text>B<tspan font-family="Signs">♭</tspan> &amp; C</text>');
});
