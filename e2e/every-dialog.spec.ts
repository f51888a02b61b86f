import type { Page } from '@playwright/test';
import { teach } from './ask';
import { expect, expectAccessible, test, TUNE, type StudioServer } from './studio';

test.use({ takesTurns: true });

const LOOKS = [
  { width: 1280, height: 800, colorScheme: 'light' },
  { width: 820, height: 1180, colorScheme: 'dark' },
  { width: 320, height: 640, colorScheme: 'light' },
  { width: 320, height: 640, colorScheme: 'dark' },
] as const;

/** All looks take minutes: as it comes each dialog is read in two of them, by turns; with KEY_PATH_LOOKS=all in each. */
const looksOf = (turn: number) =>
  process.env.KEY_PATH_LOOKS === 'all'
    ? LOOKS
    : [LOOKS[turn % LOOKS.length]!, LOOKS[(turn + 2) % LOOKS.length]!];

type Studio = Awaited<ReturnType<typeof teach>>;

interface Opening {
  readonly path: (studio: Studio) => string;
  readonly open: (page: Page) => Promise<unknown>;
  /** What stands open then. */
  readonly role: 'dialog' | 'listbox' | 'menu';
}

const press = (name: string) => (page: Page) => page.getByRole('button', { name }).first().click();
const bench = ({ arrangement }: Studio) => `/bench/${arrangement}`;
const inBench = async (page: Page) => {
  await page.locator('.bench-system .music svg').first().waitFor();
};

const OPENINGS: Readonly<Record<string, Opening>> = {
  'what was read of a file': {
    path: () => '/pieces',
    open: (page) => page.getByLabel('Score file').setInputFiles(TUNE),
    role: 'dialog',
  },
  'the menu of a piece': { path: () => '/pieces', open: press('More for'), role: 'menu' },
  'a piece renamed': {
    path: () => '/pieces',
    open: async (page) => {
      await press('More for')(page);
      await page.getByRole('menuitem', { name: 'Rename …' }).click();
    },
    role: 'dialog',
  },
  'a piece deleted': {
    path: () => '/pieces',
    open: async (page) => {
      await press('More for')(page);
      await page.getByRole('menuitem', { name: 'Delete …' }).click();
    },
    role: 'dialog',
  },
  'the keys of a list': {
    path: () => '/pieces',
    open: (page) => page.getByLabel(/^Key: /).click(),
    role: 'listbox',
  },
  'a new learner': { path: () => '/learners', open: press('Add a learner'), role: 'dialog' },
  'a weekly lesson': { path: () => '/', open: press('Add a weekly lesson …'), role: 'dialog' },
  'a lesson begun': { path: () => '/', open: press('Start another lesson …'), role: 'dialog' },
  'a left hand chosen': {
    path: bench,
    open: async (page) => {
      await inBench(page);
      await page
        .getByLabel(/^Left hand: /)
        .first()
        .click();
    },
    role: 'listbox',
  },
  'the keys of the Bench': {
    path: bench,
    open: async (page) => {
      await inBench(page);
      await page.keyboard.press('Shift+?');
    },
    role: 'dialog',
  },
  'handing out': {
    path: bench,
    open: async (page) => {
      await inBench(page);
      await page.getByRole('button', { name: 'Hand out …' }).click();
    },
    role: 'dialog',
  },
  'a stamp': {
    path: ({ learner }) => `/learners/${learner}`,
    open: (page) => page.locator('[data-square="0/0"]').click(),
    role: 'dialog',
  },
  'a date to play by': {
    path: ({ learner }) => `/learners/${learner}`,
    open: (page) => page.getByRole('button', { name: 'Set a date for this piece …' }).first().click(),
    role: 'dialog',
  },
};

const names = Object.keys(OPENINGS);

async function lookAt(page: Page, studio: StudioServer, some: readonly string[]): Promise<void> {
  const made = await teach(studio);
  let at = '';
  for (const name of some) {
    const { path, open, role } = OPENINGS[name]!;
    const [{ width, height, colorScheme }] = LOOKS;
    await page.setViewportSize({ width, height });
    await page.emulateMedia({ colorScheme });
    if (at !== path(made)) await page.goto((at = path(made)));
    await open(page);
    await expect(page.getByRole(role).first()).toBeVisible();
    if (role === 'dialog')
      await expect
        .poll(() => page.evaluate(() => document.activeElement?.closest('[role="dialog"]') !== null))
        .toBe(true);
    // A list that is open stands beside the page's regions, as it belongs to what opened it.
    const without = role === 'dialog' ? [] : ['region'];
    for (const look of looksOf(names.indexOf(name))) {
      await page.setViewportSize({ width: look.width, height: look.height });
      await page.emulateMedia({ colorScheme: look.colorScheme });
      await test.step(`${name}, ${look.width} ${look.colorScheme}`, () => expectAccessible(page, without));
    }
    await page.keyboard.press('Escape');
    await expect(page.getByRole(role)).toHaveCount(0);
  }
}

/** Those of lists, and those of the Bench and the register. */
const PARTS = [names.slice(0, 8), names.slice(8)];

for (const [index, part] of PARTS.entries())
  test(`dialogs and menus are accessible in every size, by day and by night, part ${index + 1}`, async ({
    page,
    studio,
  }) => lookAt(page, studio, part));
