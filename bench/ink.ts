import { chromium, expect, type Browser, type Page } from '@playwright/test';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../e2e/browser';
import { freePort, StudioServer, waitingForLife } from '../e2e/studio';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import { percentiles } from './measure';
import { pieceOfLength } from './scores';

const EDITS = 20;
/** Edits beside which the machine was lent to others for more of its time are told, and left out of the figures. */
const MOST_STOLEN = 0.2;
/** An edit is over when nothing was drawn for so long; one that draws nothing is given up. */
const QUIET_MS = 700;
const PATIENCE_MS = 4_000;
const PROCESSORS = '/proc/stat';
/** Whoever chooses a texture looks at the measure first. */
const LOOK_MS = 500;

/** What is done to the selected note or measure, and its key; `prepare` comes before the clock starts. */
const KINDS: Readonly<
  Record<string, { readonly prepare: (page: Page, edit: number) => Promise<void> } & KeyOf>
> = {
  'a finger': { prepare: nextNote, keyOf: (edit) => ({ key: String((edit % 5) + 1) }) },
  'a pitch': {
    prepare: nextNote,
    keyOf: (edit) => ({ key: edit % 2 === 0 ? 'ArrowUp' : 'ArrowDown', altKey: true }),
  },
  'a texture': {
    prepare: async (page) => {
      await nextNote(page);
      await page.waitForTimeout(LOOK_MS);
    },
    keyOf: () => ({ key: 'x' }),
  },
  'a texture with no look before it': {
    prepare: (page, edit) => selectMeasure(page, edit % 8),
    keyOf: () => ({ key: 'x' }),
  },
  'a chord': {
    prepare: async (page, edit) => {
      await selectMeasure(page, edit % 4);
      await page.getByLabel('Chord', { exact: true }).fill(['C', 'Dm', 'F', 'G7', 'Am'][edit % 5]!);
    },
    keyOf: () => null,
  },
};

interface KeyOf {
  /** Null presses the measure bar's own button. */
  readonly keyOf: (edit: number) => { readonly key: string; readonly altKey?: boolean } | null;
}

async function nextNote(page: Page): Promise<void> {
  await page.keyboard.press('ArrowRight');
}

/** Selects a measure by its ordinal. A click on rows that are just being drawn anew goes nowhere, so it is tried again. */
async function selectMeasure(page: Page, measure: number): Promise<void> {
  await expect(async () => {
    await page.locator('[data-row="left"]').nth(measure).click();
    const title = `Measure ${measure + 1}`;
    await expect(page.getByLabel('Selection').getByText(title, { exact: true })).toBeVisible({
      timeout: 1_000,
    });
  }).toPass({ timeout: 60_000 });
}

type Table = readonly Readonly<Record<string, string | number>>[];

/** From a key to its ink on the screen, and from an address to the first line, on the built application in Chromium. */
export async function benchInk(): Promise<{ readonly edits: Table; readonly visits: Table }> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-bench-'));
  const studio = new StudioServer(await freePort(), folder, true);
  await studio.start();
  const browser = await chromium.launch(BROWSER);
  const edits = [];
  const visits = [];
  try {
    for (const measures of [16, 64, 300]) {
      const page = waitingForLife(
        await browser.newPage({ baseURL: studio.url, viewport: { width: 1280, height: 800 } }),
      );
      const file = join(folder, `${measures}.musicxml`);
      writeFileSync(file, writeMusicXml(pieceOfLength(measures)));
      const opened = await openPiece(page, file);
      const firstVisitMs = await firstVisit(browser, page.url());
      for (const [kind, { prepare, keyOf }] of Object.entries(KINDS)) {
        const inked: Inked[] = [];
        const isQuiet = ({ stolen }: Inked) => stolen <= MOST_STOLEN;
        for (let edit = 0; inked.filter(isQuiet).length < EDITS && edit < 3 * EDITS; edit += 1) {
          await prepare(page, edit);
          const times = await editToInk(page, keyOf(edit));
          if (times) inked.push(times);
        }
        const quiet = inked.filter(isQuiet);
        edits.push({
          measures,
          edit: kind,
          'median / p95 ms (50 / 100)': told(quiet, ({ first }) => first),
          // The page's own stroke may come first; the engraver's picture, with all that follows from the edit, comes after.
          'drawn anew': told(quiet, ({ last }) => last),
          edits: quiet.length,
          'while others had the machine': told(inked, ({ first }) => first),
          'edits, all': inked.length,
        });
      }
      visits.push({
        measures,
        'first system on the first visit, ms': firstVisitMs,
        'on the next visit, ms': opened.againMs,
        'coming from the piece, ms': opened.fromPieceMs,
      });
      await page.close();
    }
  } finally {
    await browser.close();
    await studio.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  return { edits, visits };
}

function told(inked: readonly Inked[], of: (each: Inked) => number): string {
  if (inked.length === 0) return 'none';
  const { median, p95 } = percentiles(inked.map(of));
  return `${median} / ${p95}`;
}

/** Opening an arrangement in a browser that was never here: nothing is cached or remembered. */
async function firstVisit(browser: Browser, url: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const started = Date.now();
  await page.goto(url);
  await page.locator('.music svg').first().waitFor();
  const firstVisitMs = Date.now() - started;
  await context.close();
  return firstVisitMs;
}

async function openPiece(page: Page, file: string): Promise<{ againMs: number; fromPieceMs: number }> {
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles(file);
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  await page.getByRole('button', { name: 'Arrange it …' }).click();
  await page.getByRole('button', { name: 'Arrange it', exact: true }).click();
  await page.locator('.music svg').first().waitFor();
  const started = Date.now();
  await page.reload();
  await page.locator('.music svg').first().waitFor();
  const againMs = Date.now() - started;
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.music')].every((line) => line.querySelector('svg')),
  );
  await page.goto('/pieces');
  await page.locator('td a.font-bold').first().click();
  await page.locator('.music svg').first().waitFor();
  await page.getByRole('tab', { name: 'Arrange' }).click();
  const startedAgain = Date.now();
  await page.getByRole('link', { name: 'Arrangement 1' }).click();
  await page.waitForURL(/\/bench\//);
  await page.locator('.bench-system .music svg').first().waitFor();
  const fromPieceMs = Date.now() - startedAgain;
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.music')].every((line) => line.querySelector('svg')),
  );
  // What is worked out or loads in the background (the arrangement, the piano) is no part of an edit.
  await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText(/\d/, { timeout: 60_000 });
  await page.waitForFunction(
    () => performance.getEntriesByType('resource').filter((each) => each.name.endsWith('.ogg')).length >= 15,
  );
  await page.waitForLoadState('networkidle');
  return { againMs, fromPieceMs };
}

/** When the first ink of an edit stood, and when the last of it did, in milliseconds. */
interface InkTimes {
  readonly first: number;
  readonly last: number;
}

interface Inked extends InkTimes {
  /** The share of the processors' time that the machine was lent to others meanwhile; 0 where that is not told. */
  readonly stolen: number;
}

async function editToInk(page: Page, key: ReturnType<KeyOf['keyOf']>): Promise<Inked | null> {
  const before = processorTime();
  const times = await inkTimes(page, key);
  const after = processorTime();
  return times && { ...times, stolen: (after.stolen - before.stolen) / Math.max(1, after.all - before.all) };
}

/** The first line of /proc/stat, in ticks: user, nice, system, idle, iowait, irq, softirq, steal. */
function processorTime(): { readonly stolen: number; readonly all: number } {
  if (!existsSync(PROCESSORS)) return { stolen: 0, all: 0 };
  const ticks = readFileSync(PROCESSORS, 'utf8').split('\n')[0]!.trim().split(/\s+/).slice(1, 9).map(Number);
  return { stolen: ticks[7] ?? 0, all: ticks.reduce((sum, each) => sum + each, 0) };
}

/**
 * Does one edit; the clock runs inside the page, until the frame after a new stroke or picture. Null where nothing was drawn, as when a
 * finger stood there already.
 */
function inkTimes(page: Page, key: ReturnType<KeyOf['keyOf']>): Promise<InkTimes | null> {
  return page.evaluate(
    ({ pressed, quietMs, patienceMs }) =>
      new Promise<{ first: number; last: number } | null>((resolve) => {
        // No function may be named in here: the script runner would wrap it in a helper that the page does not have.
        const started = performance.now();
        let first: number | null = null;
        let timer = setTimeout(() => resolve(null), patienceMs);
        const observer = new MutationObserver((changes) => {
          const isInk = changes.some(
            ({ type, target, addedNodes }) =>
              (type === 'attributes' || addedNodes.length > 0) &&
              (target as Element).closest('.music') !== null,
          );
          if (!isInk) return;
          requestAnimationFrame(() => {
            const last = performance.now() - started;
            const began = first ?? last;
            first = began;
            clearTimeout(timer);
            timer = setTimeout(() => {
              observer.disconnect();
              resolve({ first: began, last });
            }, quietMs);
          });
        });
        observer.observe(document.body, {
          childList: true,
          subtree: true,
          attributeFilter: ['transform'],
        });
        if (pressed) document.body.dispatchEvent(new KeyboardEvent('keydown', { ...pressed, bubbles: true }));
        else document.querySelector<HTMLFormElement>('[aria-label="Selection"] form')?.requestSubmit();
      }),
    { pressed: key, quietMs: QUIET_MS, patienceMs: PATIENCE_MS },
  );
}
