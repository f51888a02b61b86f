import { beforeAll, describe, expect, it } from 'vitest';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { ANYONE } from '../../../core/arrange/arrange-for';
import { freezeEdition } from '../../../core/handout/edition';
import type { SheetChoices } from '../../../core/handout/sheet-choices';
import { SHEETS, SHEET_IDS } from '../../../core/handout/sheets.data';
import { makeupOf, studySource } from '../../../core/analyse/study-source';
import { newDocument } from '../../../core/document/document';
import { engraveLine, type Toolkit } from '../../../core/engrave/engrave-line';
import type { Printed } from '../../../core/sheets/page';
import { printSheets } from '../../../core/sheets/print-sheets';
import type { SheetTask } from '../../../core/sheets/task';
import { demoTunes } from '../../../testing/demo-tunes';
import { writePdf } from './pdf';

const CHOICES: SheetChoices = {
  ...{ sheets: SHEET_IDS, paper: 'a4', noteSize: 'normal', measuresALine: null },
  ...{ fingers: true, counts: true, chordSymbols: true, pedal: true, noteNames: false },
  ...{ octaves: 2, handsApart: 'other-small', largeWords: true },
} as SheetChoices;

let toolkit: Toolkit;
beforeAll(async () => {
  const [wasm, esm] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  toolkit = new esm.VerovioToolkit(await wasm.default());
});

function printed(title: string, change: Partial<SheetChoices> = {}, more: Partial<SheetTask> = {}): Printed {
  const { score } = demoTunes().find((tune) => tune.score.title.startsWith(title))!;
  const facts = studySource(score);
  const edition = freezeEdition(facts, newDocument(makeupOf(facts)), ANYONE);
  const task: SheetTask = {
    ...{ title: score.title, editionNumber: 3, edition, date: '28 November 2026' },
    learner: { name: 'Łucja Ős', fingerNames: 'words', reach: { left: 14, right: 14 } },
    tasks: [{ sentence: 'Section A, right hand, at 60.', minutes: 5, tempos: [50, 55, 60] }],
    choices: { ...CHOICES, ...change },
    ...more,
  };
  return printSheets(task, (mei, options) => engraveLine(toolkit, mei, options));
}

async function readBack(bytes: Uint8Array) {
  const file = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from({ length: file.numPages }, async (_, index) => {
      const page = await file.getPage(index + 1);
      const { items } = await page.getTextContent();
      const operators = await page.getOperatorList();
      const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
      return { text, view: page.view, strokes: operators.fnArray.length };
    }),
  );
  const outline = ((await file.getOutline()) ?? []) as readonly { title: string }[];
  return {
    pages,
    outline: outline.map(({ title }) => title),
    info: (await file.getMetadata()).info as Record<string, unknown>,
  };
}

describe('a handout as a file', () => {
  it('has every sheet, each page with ink and its number, with text that can be selected', async () => {
    for (const title of ['Slow']) {
      const pages = printed(title);
      const bytes = await writePdf([pages]);
      const file = await readBack(bytes);
      expect(file.pages).toHaveLength(pages.pages.length);
      expect(file.outline).toEqual(SHEET_IDS.map((id) => SHEETS[id].label));
      for (const [index, { text, strokes, view }] of file.pages.entries()) {
        expect(text).toContain(`page ${index + 1} of ${file.pages.length}`);
        expect(strokes).toBeGreaterThan(20);
        expect(view[2]! - view[0]!).toBeCloseTo((210 * 72) / 25.4, 1);
      }
      expect(file.pages[0]!.text).toContain(title);
      expect(file.info['Title']).toContain(title);
    }
  });

  it('embeds its fonts, letters beyond the usual ones among them', async () => {
    const bytes = await writePdf([printed('Lantern', { sheets: ['score', 'tasks'] })]);
    const raw = Buffer.from(bytes).toString('latin1');
    const descriptors = raw.match(/\/Type \/FontDescriptor/g)!.length;
    expect(descriptors).toBeGreaterThanOrEqual(3);
    expect(raw.match(/\/FontFile[23]? /g)).toHaveLength(descriptors);
    expect(raw.match(/\/ToUnicode/g)!.length).toBeGreaterThanOrEqual(descriptors);
    expect((await readBack(bytes)).pages[0]!.text.replace(/ /g, '')).toContain('ŁucjaŐs');
  });

  it('is as large as its paper, and a class is one file with a heading for each', async () => {
    const letter = { sheets: ['blank' as const], paper: 'letter' as const };
    const file = await readBack(await writePdf([printed('Lantern', letter), printed('Slow', letter)]));
    expect(file.pages.map(({ view }) => Math.round((view[2]! * 25.4) / 72))).toEqual([216, 216]);
    expect(file.outline).toHaveLength(2);
  });
});

it('keeps all ink inside the margins of a home printer, in every size', () => {
  const EDGE_MM = 8;
  for (const noteSize of ['normal', 'large', 'very-large'] as const) {
    const sheets = noteSize === 'normal' ? CHOICES.sheets : (['score', 'hands-apart'] as const);
    const { pages, widthMm, heightMm } = printed('Lantern', { noteSize, sheets: [...sheets] });
    for (const { items } of pages)
      for (const item of items) {
        const [left, right, top, bottom] =
          item.kind === 'line'
            ? [item.x1, item.x2, item.y1, item.y2]
            : 'width' in item
              ? [item.x, item.x + item.width, item.y, item.y + item.height]
              : [item.x, item.x, item.y, item.y];
        expect(Math.min(left, top)).toBeGreaterThanOrEqual(EDGE_MM);
        expect(right).toBeLessThanOrEqual(widthMm - EDGE_MM);
        expect(bottom).toBeLessThanOrEqual(heightMm - EDGE_MM);
      }
  }
});
