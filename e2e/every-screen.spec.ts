import type { Page } from '@playwright/test';
import { setTasks, teach } from './ask';
import { expect, expectAccessible, handOutTune, test, type StudioServer } from './studio';

test.use({ takesTurns: true });

const SIZES = [
  { width: 320, height: 640 },
  { width: 820, height: 1180 },
  { width: 1280, height: 800 },
] as const;

/** Pages of a studio with one of everything. */
async function everyPage(studio: StudioServer): Promise<readonly string[]> {
  const { piece, learner, arrangement, edition } = await teach(studio);
  return [
    ...['/', '/pieces', '/learners', '/goals', '/messages', '/chords', '/about', '/about/kept'],
    ...['/studio', '/studio/practice', '/studio/access', '/studio/backups', '/studio/deleted'],
    ...['/pieces/new/tune', '/pieces/new/chart', `/pieces/${piece}`, `/pieces/${piece}/sheets`],
    ...[`/bench/${arrangement}`, `/handouts/${edition}`, '/handouts/class'],
    ...['', '/profile', '/links', '/log', '/takes', '/stand'].map((each) => `/learners/${learner}${each}`),
  ];
}

/** Does the page itself scroll sideways? Music and tables scroll in rooms of their own. */
const isTooWide = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth + 1);

/** A page is walked so far; longer ones repeat themselves in rows. */
const MOST_STEPS = 45;

/** Walks a page by Tab; tells where the focus was nowhere to be seen. */
async function walk(page: Page): Promise<readonly string[]> {
  const lost: string[] = [];
  for (let step = 1; step <= MOST_STEPS; step += 1) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => {
      const element = document.activeElement;
      if (!element || element === document.body) return 'end';
      const { width, height } = element.getBoundingClientRect();
      const isSeen = width > 0 && height > 0 && getComputedStyle(element).visibility === 'visible';
      return isSeen ? 'seen' : `hidden ${element.outerHTML.slice(0, 120)}`;
    });
    // After the last control the focus leaves the page.
    if (at === 'end' && step > 5) break;
    if (at !== 'seen') lost.push(`step ${step}: ${at}`);
  }
  return lost;
}

const PARTS = 3;

for (let part = 0; part < PARTS; part += 1)
  test(`pages are accessible by day and by night, walked by Tab, and none scrolls sideways, part ${part + 1}`, async ({
    page,
    studio,
  }) => {
    const pages = (await everyPage(studio)).filter((_, index) => index % PARTS === part);
    const wide: string[] = [];
    const lost: string[] = [];
    for (const [index, path] of pages.entries()) {
      await page.emulateMedia({ colorScheme: index % 2 === 0 ? 'light' : 'dark' });
      await page.goto(path);
      for (const at of await walk(page)) lost.push(`${path}, ${at}`);
      // Each page in each size; read for accessibility in one of them, by turns.
      for (const [turn, size] of SIZES.entries()) {
        await page.setViewportSize(size);
        if (await isTooWide(page)) wide.push(`${path} at ${size.width}`);
        if ((index >> 1) % SIZES.length === turn)
          await test.step(`${path} at ${size.width}`, () => expectAccessible(page));
      }
    }
    expect(wide).toEqual([]);
    expect(lost).toEqual([]);
  });

test('the skip link lands, and colours are chosen for good', async ({ page, studio }) => {
  await setTasks(studio);
  await page.goto('/learners');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.locator('#main')).toBeFocused();
  await page.getByRole('button', { name: 'Dark colours' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveClass(/dark/);
  await page.getByRole('button', { name: 'Light colours' }).click();
  await expect(page.locator('html')).not.toHaveClass(/dark/);
});

test('what is pressed or chosen before the page answers is done once it does', async ({
  context,
  studio,
}) => {
  const { piece } = await teach(studio);
  let answer = () => {};
  const held = new Promise<void>((resolve) => (answer = resolve));
  await context.route('**/*.js', async (route) => {
    await held;
    await route.continue();
  });
  const [onPiece, onPieces] = [await context.newPage(), await context.newPage()];
  await onPiece.goto(`${studio.url}/pieces/${piece}`, { waitUntil: 'commit' });
  await onPiece.getByRole('button', { name: 'Dark colours' }).click();
  await onPiece.getByRole('button', { name: 'Arrange it …' }).click();
  await onPieces.goto(`${studio.url}/pieces`, { waitUntil: 'commit' });
  await onPieces.getByLabel('Score file').setInputFiles('demo/sources/fog-signal.abc');
  answer();
  await expect(onPiece.getByRole('button', { name: 'Arrange it', exact: true })).toBeVisible();
  await expect(onPiece.locator('html')).toHaveClass(/dark/);
  await expect(onPieces.getByRole('button', { name: 'Keep this piece' })).toBeVisible();
});

test('an empty studio says where to begin, and pieces are found again', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Begin here' })).toBeVisible();
  await expectAccessible(page);
});

test('a name that is one long word is broken, and no page grows by it', async ({ page }) => {
  const name = 'Bartholomewquillonmarrowbyontheharbourfrontandbeyondthequay';
  await handOutTune(page, name);
  for (const path of ['/', '/pieces', '/learners', new URL(page.url()).pathname]) {
    await page.goto(path);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      expect(await isTooWide(page), `${path} at ${size.width}`).toBe(false);
    }
  }
});
