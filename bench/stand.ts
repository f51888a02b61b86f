import { chromium } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTasks } from '../e2e/ask';
import { BROWSER } from '../e2e/browser';
import { freePort, StudioServer } from '../e2e/studio';

const TRIES = 5;
const SLOWER = 4;

/** From the address of a task to ink, on a tablet that was never here and is four times as slow. */
export async function benchStand(): Promise<readonly Record<string, string | number>[]> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-bench-'));
  const studio = new StudioServer(await freePort(), folder, true);
  await studio.start();
  const browser = await chromium.launch(BROWSER);
  const times: number[] = [];
  try {
    const { path, task } = await setTasks(studio);
    for (let attempt = 0; attempt < TRIES; attempt += 1) {
      const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
      const page = await context.newPage();
      await page.goto(studio.url + path);
      const session = await context.newCDPSession(page);
      await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
      await session.send('Network.setCacheDisabled', { cacheDisabled: true });
      await page.goto(`${studio.url}/stand/tasks/${task}`);
      await page.locator('.music svg').first().waitFor();
      // The music stands in the page as it comes: what is painted first is painted with it.
      const painted = () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime;
      times.push(Math.round((await page.waitForFunction(painted).then((found) => found.jsonValue())) ?? NaN));
      await context.close();
    }
  } finally {
    await browser.close();
    await studio.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  times.sort((a, b) => a - b);
  return [
    {
      work: 'first ink of the stand, cold tablet, CPU ×4',
      'first, with lines to draw, and worst, ms': times.at(-1)!,
      'median, ms': times[TRIES >> 1]!,
      'budget, ms': 2000,
    },
  ];
}
