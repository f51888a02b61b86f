// Takes the pictures in docs/screenshots from the demo studio that runs at the given address (npm run demo first).
import { chromium } from '@playwright/test';

const address = process.argv[2] ?? 'http://127.0.0.1:4173';
const folder = 'docs/screenshots';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-sync'],
});
const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } });
page.on('pageerror', (error) => console.error(error.message));

const take = (name) => page.screenshot({ path: `${folder}/${name}.png` });
const allEngraved = () =>
  page.waitForFunction(
    () =>
      document.querySelector('.music svg') !== null &&
      [...document.querySelectorAll('.music')].every((line) => line.querySelector('svg')) &&
      document.fonts.status === 'loaded',
  );

async function openArrangement(name) {
  await page.goto('/pieces');
  await page.getByRole('link', { name }).click();
  await page.waitForURL(/\/bench\//);
  await allEngraved();
}

await page.goto('/');
await take('today');
await page.goto('/pieces');
await take('pieces');
await page.getByLabel('Score file').setInputFiles('demo/sources/net-and-needle.musicxml');
await page.getByRole('dialog').waitFor();
await take('import');
await openArrangement('Held triads in G');
await page.locator('[data-measure="6"]').click();
await page.keyboard.press('ArrowRight');
await page.locator('.note.is-selected').first().waitFor();
await take('bench');
await openArrangement('Open fifths');
await take('bench-six-eight');
await openArrangement('For stiff hands, in D');
await take('bench-study');
await page.goto('/learners');
await page.getByRole('link', { name: 'Noor' }).click();
await page.getByRole('table').waitFor();
await take('register');
await page.getByRole('link', { name: 'Print' }).click();
await page.locator('[data-ready="true"]').waitFor();
await allEngraved();
await take('handout');
await browser.close();
