import { chromium, expect, type Browser, type Page } from '@playwright/test';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../e2e/browser';
import { freePort, StudioServer, waitingForLife } from '../e2e/studio';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import { percentiles } from './measure';
import { pieceOfLength } from './scores';

const EDITS = 15;
/** An edit is over when nothing was drawn for so long; one that draws nothing is given up. */
const QUIET_MS = 700;
const PATIENCE_MS = 4_000;
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
  'a texture with no look before it': { prepare: nextNote, keyOf: () => ({ key: 'x' }) },
  'a chord': {
    prepare: async (page, edit) => {
      // A click on rows that are just being drawn anew goes nowhere, so it is tried again.
      await expect(async () => {
        await page
          .locator('[data-row="left"]')
          .nth(edit % 4)
          .click();
        const symbol = ['C', 'Dm', 'F', 'G7', 'Am'][edit % 5]!;
        await page.getByLabel('Chord', { exact: true }).fill(symbol, { timeout: 1_000 });
      }).toPass({ timeout: 60_000 });
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

/** From the key that pins a finger to its ink on the screen, on the built application in Chromium. */
export async function benchInk(): Promise<readonly Record<string, string | number>[]> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-bench-'));
  const studio = new StudioServer(await freePort(), folder, true);
  await studio.start();
  const browser = await chromium.launch(BROWSER);
  const rows = [];
  try {
    for (const measures of [16, 64, 300]) {
      const page = waitingForLife(
        await browser.newPage({ baseURL: studio.url, viewport: { width: 1280, height: 800 } }),
      );
      const file = join(folder, `${measures}.musicxml`);
      writeFileSync(file, writeMusicXml(pieceOfLength(measures)));
      const opened = await openPiece(page, file);
      const firstVisitMs = await firstVisit(browser, page.url());
      const inks: Record<string, string> = {};
      for (const [kind, { prepare, keyOf }] of Object.entries(KINDS)) {
        const inked: Inked[] = [];
        for (let edit = 0; inked.length < EDITS && edit < 2 * EDITS; edit += 1) {
          await prepare(page, edit);
          const times = await editToInk(page, keyOf(edit));
          if (times) inked.push(times);
        }
        const { median, p95 } = percentiles(inked.map(({ first }) => first));
        inks[`${kind}, median / p95 ms (50 / 100)`] = `${median} / ${p95}`;
        // The page's own stroke may come first; the engraver's picture, with all that follows from the edit, comes after.
        const drawn = percentiles(inked.map(({ last }) => last));
        inks[`${kind}, drawn anew`] = `${drawn.median} / ${drawn.p95}`;
      }
      rows.push({
        'edit to ink': `${measures} measures`,
        ...inks,
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
  return rows;
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
interface Inked {
  readonly first: number;
  readonly last: number;
}

/**
 * Does one edit; the clock runs inside the page, until the frame after a new stroke or picture. Null where nothing was drawn, as when a
 * finger stood there already.
 */
function editToInk(
  page: Page,
  key: { readonly key: string; readonly altKey?: boolean } | null,
): Promise<Inked | null> {
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
