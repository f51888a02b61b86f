import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { create, type Font } from 'fontkit';
import PDFDocument from 'pdfkit';
import svgToPdf from 'svg-to-pdfkit';
import { paperSvg } from '../../../core/engrave/paper-svg';
import type { Item, Page, Printed } from '../../../core/sheets/page';
import { plainFont } from './plain-font';

// Writes printed pages as a file (PDF 1.7): notes as vectors, words as text, fonts embedded.

const POINTS_PER_MM = 72 / 25.4;
const mm = (length: number) => length * POINTS_PER_MM;
const GREY = '#c9d2d4';

/** Fonts of the file by the names that they have in it, the usual ones first. Each is asked for letters in this order. */
const FONTS = [
  { name: 'Plain', isBold: false, file: 'atkinson-hyperlegible-next-latin-400-normal.woff' },
  { name: 'Bold', isBold: true, file: 'atkinson-hyperlegible-next-latin-700-normal.woff' },
  { name: 'Plain more', isBold: false, file: 'atkinson-hyperlegible-next-latin-ext-400-normal.woff' },
  { name: 'Bold more', isBold: true, file: 'atkinson-hyperlegible-next-latin-ext-700-normal.woff' },
] as const;
/** Letters that no font here has, by those that stand for them. */
const INSTEAD: Readonly<Record<string, string>> = { '′': '’', '″': '”' };
/** Sharps and flats of their font are as large as the letters beside them at so many times the size. */
const SIGNS_SIZE = 1.4;
const SIGNS = { name: 'Signs', file: 'noto-music-music-400-normal.woff' } as const;

const packages = createRequire(import.meta.url);
const folderOf = (name: string) => join(dirname(packages.resolve(`${name}/package.json`)), 'files');

type Doc = InstanceType<typeof PDFDocument>;

/** One file of several handouts, one after another. */
export async function writePdf(handouts: readonly Printed[]): Promise<Uint8Array<ArrayBuffer>> {
  const [first] = handouts;
  if (!first) throw new RangeError('There is nothing to print.');
  const isClass = handouts.length > 1;
  const doc = new PDFDocument({
    ...{ autoFirstPage: false, lang: 'en', displayTitle: true, pdfVersion: '1.7', compress: true },
    // No standard font is looked for that is never used.
    font: null as unknown as string,
    info: {
      Title: isClass ? handouts.map(({ title }) => title).join('; ') : first.title,
      Author: first.author || 'Key Path',
      Creator: 'Key Path',
    },
  });
  const chunks: Uint8Array[] = [];
  doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
  const ended = new Promise((resolve) => doc.on('end', resolve));
  const familyOf = registerFonts(doc);
  for (const handout of handouts) {
    const size: [number, number] = [mm(handout.widthMm), mm(handout.heightMm)];
    let under = doc.outline;
    for (const [index, page] of handout.pages.entries()) {
      doc.addPage({ size, margin: 0 });
      if (isClass && index === 0) under = doc.outline.addItem(handout.title);
      if (page.opens) under.addItem(page.opens);
      drawPage(doc, page, familyOf);
    }
  }
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}

let read: ReadonlyMap<string, Font> | null = null;

/** The fonts, read once for a thread. */
function fontsRead(): ReadonlyMap<string, Font> {
  const texts = folderOf('@fontsource/atkinson-hyperlegible-next');
  const signs = join(folderOf('@fontsource/noto-music'), SIGNS.file);
  // Each file holds one font, and no collection of them.
  const open = (file: string) => create(plainFont(readFileSync(file))) as Font;
  read ??= new Map([
    ...FONTS.map(({ name, file }) => [name, open(join(texts, file))] as const),
    [SIGNS.name, open(signs)],
  ]);
  return read;
}

type FamilyOf = (letter: string, isBold: boolean) => string;

function registerFonts(doc: Doc): FamilyOf {
  const fonts = fontsRead();
  // pdfkit takes a font that was opened already; its types know of files only.
  for (const [name, font] of fonts) doc.registerFont(name, font as unknown as Buffer);
  const known = new Map<string, string>();
  return (letter, isBold) => {
    const asked = `${isBold}${letter}`;
    const family =
      known.get(asked) ??
      [...FONTS.filter((font) => font.isBold === isBold).map(({ name }) => name as string), SIGNS.name].find(
        (name) => fonts.get(name)!.hasGlyphForCodePoint(letter.codePointAt(0)!),
      ) ??
      (isBold ? 'Bold' : 'Plain');
    known.set(asked, family);
    return family;
  };
}

function drawPage(doc: Doc, { items }: Page, familyOf: FamilyOf): void {
  for (const item of items) drawItem(doc, item, familyOf);
}

function drawItem(doc: Doc, item: Item, familyOf: FamilyOf): void {
  switch (item.kind) {
    case 'line':
      doc
        .lineWidth(mm(item.width))
        .moveTo(mm(item.x1), mm(item.y1))
        .lineTo(mm(item.x2), mm(item.y2))
        .stroke('black');
      return;
    case 'rect': {
      doc.lineWidth(mm(0.2)).rect(mm(item.x), mm(item.y), mm(item.width), mm(item.height));
      if (item.fill === 'none') doc.stroke('black');
      else doc.fillAndStroke(item.fill === 'grey' ? GREY : 'black', 'black');
      return;
    }
    case 'circle':
      doc.circle(mm(item.x), mm(item.y), mm(item.radius)).fill(item.fill);
      return;
    case 'text':
      drawText(doc, item, familyOf);
      return;
    case 'music': {
      const usual = (letter: string) => {
        const family = familyOf(letter, false);
        return family === 'Plain' ? null : family;
      };
      svgToPdf(
        doc as never,
        paperSvg(
          item.svg.replace(/[′″]/g, (letter) => INSTEAD[letter]!),
          usual,
        ),
        mm(item.x),
        mm(item.y),
        {
          width: mm(item.width),
          height: mm(item.height),
          assumePt: true,
          fontCallback: (family: string, isBold: boolean) => {
            if (family === SIGNS.name || family.endsWith(' more')) return family;
            return isBold ? 'Bold' : 'Plain';
          },
        },
      );
    }
  }
}

/** Letters that the font has not are drawn with the one that has them. */
function drawText(doc: Doc, item: Extract<Item, { kind: 'text' }>, familyOf: FamilyOf): void {
  const runs: { family: string; words: string }[] = [];
  for (const written of item.text) {
    const letter = INSTEAD[written] ?? written;
    const family = familyOf(letter, item.isBold);
    const last = runs.at(-1);
    if (last?.family === family) last.words += letter;
    else runs.push({ family, words: letter });
  }
  const use = (family: string) =>
    doc.font(family).fontSize(mm(item.size) * (family === SIGNS.name ? SIGNS_SIZE : 1));
  const widths = runs.map(({ family, words }) => use(family).widthOfString(words));
  const whole = widths.reduce((sum, width) => sum + width, 0);
  let x = mm(item.x) - { start: 0, middle: whole / 2, end: whole }[item.anchor];
  runs.forEach(({ family, words }, index) => {
    use(family)
      .fillColor(item.isWhite ? 'white' : 'black')
      .text(words, x, mm(item.y), { lineBreak: false, baseline: 'alphabetic' });
    x += widths[index]!;
  });
}
