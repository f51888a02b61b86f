import { describe, expect, it } from 'vitest';
import { Flow, line, MARGINS, SIZES, text, type Block } from './flow';

const A4 = { width: 210, height: 297 } as const;
const flow = () => new Flow('sheet', A4.width, A4.height);
const block = (height: number): Block => ({ height, draw: (x, y) => [line(x, y, x + 1, y + height)] });

/** Where the lines that blocks draw of themselves stand, page by page. */
const drawn = (made: Flow) =>
  made
    .pages()
    .map(({ items }) =>
      items.flatMap((item) => (item.kind === 'line' ? [[item.x1, item.y1, item.y2] as const] : [])),
    );

describe('pages of a sheet', () => {
  it('begin under the top margin, as wide as the sides leave', () => {
    const made = flow();
    expect(made.y).toBe(MARGINS.top);
    expect(made.left).toBe(MARGINS.side);
    expect(made.room).toBe(A4.width - 2 * MARGINS.side);
    expect(made.full).toBe(A4.height - MARGINS.top - MARGINS.bottom);
    expect(made.rest).toBe(made.full);
  });

  it('are not there while nothing stands on them', () => {
    const made = flow();
    expect(made.pages()).toEqual([]);
    made.newPage();
    made.newPage();
    made.block(block(10));
    expect(made.pages()).toHaveLength(1);
    expect(made.pages()[0]!.opens).toBe('sheet');
  });

  it('take blocks one under another, with a gap, and turn where the next has no room', () => {
    const made = flow();
    const height = (made.full - 3) / 2;
    made.block(block(height));
    made.block(block(height));
    made.block(block(height));
    const [first, second] = drawn(made);
    expect(first!.map(([, y]) => y)).toEqual([MARGINS.top, MARGINS.top + height + 3]);
    expect(second!.map(([, y]) => y)).toEqual([MARGINS.top]);
    expect(made.pages().map(({ opens }) => opens)).toEqual(['sheet', null]);
  });

  it('never draw into the lower margin, as long as a block is no higher than a page', () => {
    const made = flow();
    for (let index = 0; index < 60; index += 1) made.block(block(7 + ((index * 37) % 120)));
    for (const page of drawn(made))
      for (const [, , bottom] of page) expect(bottom).toBeLessThanOrEqual(A4.height - MARGINS.bottom);
  });

  it('give what is higher than a page one of its own', () => {
    const made = flow();
    made.block(block(20));
    made.block(block(400));
    expect(drawn(made).map((page) => page.length)).toEqual([1, 1]);
  });

  it('put blocks side by side, each row as high as its highest', () => {
    const made = flow();
    made.grid([block(10), block(20), block(5)], 2, 4);
    const column = made.columnWidth(2, 4);
    expect(column).toBe((made.room - 4) / 2);
    expect(drawn(made)[0]!.map(([x, y]) => [x, y])).toEqual([
      [MARGINS.side, MARGINS.top],
      [MARGINS.side + column + 4, MARGINS.top],
      [MARGINS.side, MARGINS.top + 24],
    ]);
  });

  it('keep a heading with what stands below it', () => {
    const made = flow();
    made.block(block(made.full - SIZES.heading * 2 - 6), 0);
    made.heading('Measures 1–4', 12);
    expect(made.pages()).toHaveLength(2);
    const [item] = made.pages()[1]!.items;
    expect(item).toMatchObject({ kind: 'text', text: 'Measures 1–4', isBold: true, size: SIZES.heading });
  });

  it('break a paragraph into lines inside the margins, from page to page', () => {
    const made = flow();
    made.paragraph(Array(900).fill('harbour').join(' '));
    const pages = made.pages();
    expect(pages.length).toBeGreaterThan(1);
    const words = pages.flatMap(({ items }) =>
      items.flatMap((item) => (item.kind === 'text' ? item.text.split(' ') : [])),
    );
    expect(words).toHaveLength(900);
    for (const { items } of pages)
      for (const item of items) {
        if (item.kind !== 'text') continue;
        expect(item.y).toBeGreaterThan(MARGINS.top);
        expect(item.y).toBeLessThanOrEqual(A4.height - MARGINS.bottom);
        expect(item.x).toBe(MARGINS.side);
      }
  });

  it('set text in black from its start, unless it is said otherwise', () => {
    expect(text('a', 1, 2, 3)).toEqual({
      kind: 'text',
      x: 1,
      y: 2,
      size: 3,
      isBold: false,
      anchor: 'start',
      text: 'a',
      isWhite: false,
    });
    expect(text('a', 1, 2, 3, { anchor: 'end', isWhite: true })).toMatchObject({
      anchor: 'end',
      isWhite: true,
    });
  });
});
