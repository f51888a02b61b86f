import { HAIR, type Item, type Page } from './page';
import { wrapText } from './measure-text';

/** Margins that home printers keep. */
export const MARGINS = { top: 13, bottom: 16, side: 14 } as const;
export const SIZES = { title: 7.4, heading: 5.2, text: 3.9, small: 3.2 } as const;
const LEADING = 1.35;

/** A thing of known height that is put on a page as a whole: it draws itself at a place. */
export interface Block {
  readonly height: number;
  readonly draw: (x: number, y: number) => readonly Item[];
}

export function text(
  words: string,
  x: number,
  y: number,
  size: number,
  more: {
    readonly isBold?: boolean;
    readonly anchor?: 'start' | 'middle' | 'end';
    readonly isWhite?: boolean;
  } = {},
): Item {
  const { isBold = false, anchor = 'start', isWhite = false } = more;
  return { kind: 'text', x, y, size, isBold, anchor, text: words, isWhite };
}

export function line(x1: number, y1: number, x2: number, y2: number, width: number = HAIR): Item {
  return { kind: 'line', x1, y1, x2, y2, width };
}

/** Fills the pages of one sheet from top to bottom. */
export class Flow {
  readonly #pages: { items: Item[]; opens: string | null }[] = [];
  #y: number = MARGINS.top;

  constructor(
    private readonly sheet: string,
    readonly widthMm: number,
    readonly heightMm: number,
  ) {
    this.#pages.push({ items: [], opens: sheet });
  }

  get left(): number {
    return MARGINS.side;
  }

  get room(): number {
    return this.widthMm - 2 * MARGINS.side;
  }

  get y(): number {
    return this.#y;
  }

  /** What is left of the page. */
  get rest(): number {
    return this.heightMm - MARGINS.bottom - this.#y;
  }

  /** The whole of a page. */
  get full(): number {
    return this.heightMm - MARGINS.bottom - MARGINS.top;
  }

  get #page() {
    return this.#pages.at(-1)!;
  }

  add(...items: readonly Item[]): void {
    this.#page.items.push(...items);
  }

  down(by: number): void {
    this.#y += by;
  }

  newPage(): void {
    // A page on which nothing stands yet is as good as new.
    if (this.#page.items.length === 0) return;
    this.#pages.push({ items: [], opens: null });
    this.#y = MARGINS.top;
  }

  /** Sees to it that so much fits below; else the page is turned. */
  need(height: number): void {
    if (height > this.rest && height <= this.full) this.newPage();
    else if (height > this.rest && this.#y > MARGINS.top) this.newPage();
  }

  title(words: string): void {
    this.need(SIZES.title * 2);
    this.down(SIZES.title * 0.8);
    this.add(text(words, this.left, this.#y, SIZES.title, { isBold: true }));
    this.down(SIZES.title * 0.7);
  }

  /** `keepsWith`: what must stand on the same page below it. */
  heading(words: string, keepsWith = 12): void {
    this.need(SIZES.heading * 2 + keepsWith);
    this.down(SIZES.heading * 1.2);
    this.add(text(words, this.left, this.#y, SIZES.heading, { isBold: true }));
    this.down(SIZES.heading * 0.5);
  }

  paragraph(words: string, size: number = SIZES.text, indent = 0): void {
    for (const each of wrapText(words, size, this.room - indent)) {
      this.need(size * LEADING);
      this.down(size * LEADING);
      this.add(text(each, this.left + indent, this.#y, size));
    }
    this.down(size * 0.35);
  }

  block(block: Block, gap = 3): void {
    this.need(block.height);
    this.add(...block.draw(this.left, this.#y));
    this.down(block.height + gap);
  }

  /** Blocks side by side in so many columns. */
  grid(blocks: readonly Block[], columns: number, gap = 4): void {
    const width = (this.room - gap * (columns - 1)) / columns;
    for (let at = 0; at < blocks.length; at += columns) {
      const row = blocks.slice(at, at + columns);
      const height = Math.max(...row.map((block) => block.height));
      this.need(height);
      row.forEach((block, index) => this.add(...block.draw(this.left + index * (width + gap), this.#y)));
      this.down(height + gap);
    }
  }

  columnWidth(columns: number, gap = 4): number {
    return (this.room - gap * (columns - 1)) / columns;
  }

  pages(): readonly Page[] {
    return this.#pages
      .filter(({ items }) => items.length > 0)
      .map(({ items, opens }) => ({ items, sheet: this.sheet, opens }));
  }
}
