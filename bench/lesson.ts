import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../e2e/browser';
import { freePort, StudioServer, waitingForLife } from '../e2e/studio';
import { percentiles } from './measure';

const MARKS = 40;

/** Forty marks of a lesson in the demo studio: from the key to the ink on the mark line, and to its being kept. */
export async function benchLesson(): Promise<readonly Record<string, string | number>[]> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-bench-'));
  execFileSync(process.execPath, ['--import', 'tsx', 'demo/seed.ts'], {
    env: { ...process.env, KEY_PATH_DATA: folder },
  });
  const studio = new StudioServer(await freePort(), folder, true);
  await studio.start();
  const browser = await chromium.launch(BROWSER);
  try {
    const page = waitingForLife(
      await browser.newPage({ baseURL: studio.url, viewport: { width: 1280, height: 800 } }),
    );
    await page.goto('/');
    await page.getByRole('button', { name: 'Start the lesson' }).first().click();
    await page.waitForURL(/\/lessons\/.+/);
    await page.locator('.music svg').first().waitFor();
    // What loads in the background (the piano) is no part of a mark.
    await page.waitForFunction(
      () =>
        performance.getEntriesByType('resource').filter((each) => each.name.endsWith('.ogg')).length >= 15,
    );
    await page.waitForLoadState('networkidle');
    const inks: number[] = [];
    const saves: number[] = [];
    for (let mark = 0; mark < MARKS; mark += 1) {
      const [ink, saved] = await page.evaluate(
        (key) =>
          new Promise<[number, number]>((resolve) => {
            let [ink, saved, hasChanged] = [0, 0, false];
            const started = performance.now();
            // No function may be named in here: the script runner would wrap it in a helper that the page does not have.
            const observer = new MutationObserver((changes) => {
              if (!hasChanged)
                requestAnimationFrame(() => {
                  ink = performance.now() - started;
                  if (saved > 0) resolve([ink, saved]);
                });
              hasChanged = true;
              const isSaved = changes.some(({ addedNodes }) =>
                [...addedNodes].some(
                  (node) =>
                    node instanceof Element &&
                    (node.matches('[data-marks]') || node.querySelector('[data-marks]')),
                ),
              );
              if (!isSaved) return;
              saved = performance.now() - started;
              observer.disconnect();
              if (ink > 0) resolve([ink, saved]);
            });
            observer.observe(document.body, {
              childList: true,
              subtree: true,
              characterData: true,
              attributes: true,
            });
            document.body.dispatchEvent(new KeyboardEvent('keydown', { key, code: key, bubbles: true }));
          }),
        mark % 3 === 2 ? 'a' : 'Enter',
      );
      inks.push(ink);
      saves.push(saved);
    }
    const [ink, save] = [percentiles(inks), percentiles(saves)];
    return [
      {
        work: `a mark of a lesson to ink, ${MARKS} marks`,
        'median, ms': ink.median,
        'p95, ms': ink.p95,
        'budget p95, ms': 50,
      },
      { work: 'to being kept', 'median, ms': save.median, 'p95, ms': save.p95, 'budget p95, ms': 200 },
    ];
  } finally {
    await browser.close();
    await studio.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
