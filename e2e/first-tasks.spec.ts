import type { Locator, Page } from '@playwright/test';
import { addLearner, arrangeTune, expect, expectSaved, handOutTune, importTune, test } from './studio';

test.use({ takesTurns: true });

/** What a person does, counted: presses, entries and keys. What a list is opened and chosen with are two. */
class Actions {
  count = 0;

  constructor(private readonly page: Page) {}

  async press(on: Locator): Promise<void> {
    this.count += 1;
    await on.click();
  }

  async enter(into: Locator, text: string): Promise<void> {
    this.count += 1;
    await into.fill(text);
  }

  async key(key: string): Promise<void> {
    this.count += 1;
    await this.page.keyboard.press(key);
  }

  async choose(name: string | RegExp, option: string | RegExp): Promise<void> {
    await this.press(this.page.getByLabel(name).first());
    await this.press(this.page.getByRole('listbox').getByRole('option', { name: option }).first());
  }
}

interface Task {
  readonly most: number;
  /** What must be there before the task begins; not counted. */
  readonly given?: (page: Page) => Promise<void>;
  readonly done: (page: Page, act: Actions) => Promise<void>;
}

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first();
const load = (page: Page, measure: number) => page.locator(`[data-row="load"][data-measure="${measure}"]`);

/** What a teacher does on the first day, beside the first arrangement, several files and the demo studio, which stand by themselves. */
const TASKS: Readonly<Record<string, Task>> = {
  'type a chord chart and arrange it': {
    most: 6,
    given: async (page) => void (await page.goto('/pieces')),
    done: async (page, act) => {
      await act.press(page.getByRole('link', { name: 'Type a chord chart' }));
      await act.enter(
        page.getByLabel('The chart as text'),
        '{title: Slack Water}\n| C / | F / | G / | C / |',
      );
      await act.press(button(page, /^Keep/));
      await page.waitForURL(/\/pieces\/(?!new)/);
      await act.press(button(page, 'Arrange it …'));
      await act.press(page.getByRole('button', { name: 'Arrange it', exact: true }));
      await expect(page.locator('.bench-system .music svg').first()).toBeVisible();
    },
  },
  'move a piece to the best key': {
    most: 2,
    given: arrangeTune,
    done: async (page, act) => {
      await act.press(page.getByRole('link', { name: 'Best key' }));
      const take = page.getByRole('button', { name: /^Take / }).first();
      await expect(
        page
          .getByText(/12 of 12/)
          .or(take)
          .first(),
      ).toBeVisible();
      await act.press(take);
      await page.waitForURL(/\/bench\//);
    },
  },
  'give four measures another left hand': {
    most: 6,
    given: arrangeTune,
    done: async (page, act) => {
      await act.press(load(page, 1));
      for (let more = 0; more < 3; more += 1) await act.key('Shift+ArrowRight');
      await act.choose(/^Left hand of these measures: /, /^open fifth/);
      await expect(page.locator('[data-row="left"][data-measure="4"]')).toHaveAccessibleName(/open fifth/);
      await expectSaved(page);
    },
  },
  'ask why a finger is so, and set another': {
    most: 4,
    given: arrangeTune,
    done: async (page, act) => {
      await act.key('ArrowRight');
      await act.press(button(page, 'Why'));
      const why = page.getByRole('region', { name: /^Why measure/ });
      await expect(why.getByText(/^Finger \d/)).toBeVisible();
      await act.key('Escape');
      await expect(page.getByRole('region', { name: 'The music' })).toBeFocused();
      await act.key('4');
      await expect(page.getByText('pinned', { exact: false }).first()).toBeVisible();
      await expectSaved(page);
    },
  },
  'hear the piece slower': {
    most: 3,
    given: arrangeTune,
    done: async (page, act) => {
      await act.press(page.getByRole('slider', { name: /Tempo/ }));
      await act.key('ArrowLeft');
      await act.press(button(page, /^Play/));
      await expect(button(page, /^Stop/)).toBeVisible();
    },
  },
  'set aside what is to mend, with a reason': {
    most: 4,
    given: arrangeTune,
    done: async (page, act) => {
      await act.key('n');
      await act.press(button(page, 'Leave it, with a reason …'));
      await act.enter(page.getByLabel('Why it may stay'), 'She knows it');
      await act.key('Enter');
      await expect(page.getByText('Set aside: She knows it')).toBeVisible();
      await expectSaved(page);
    },
  },
  'hand out two sections': {
    most: 5,
    given: async (page) => {
      await addLearner(page, 'Ola');
      await arrangeTune(page);
    },
    done: async (page, act) => {
      await act.press(button(page, 'Hand out …'));
      const sections = page.getByRole('dialog').getByRole('checkbox');
      await act.press(sections.nth(2));
      await act.press(sections.nth(3));
      await act.press(page.getByRole('dialog').getByRole('button', { name: 'Hand out' }));
      await page.waitForURL(/\/learners\/.+/);
      await expect(page.locator('[data-square="1/0"]')).toBeVisible();
      await expect(page.locator('[data-square="2/0"]')).toHaveCount(0);
    },
  },
  'stamp a section': {
    most: 2,
    given: (page) => handOutTune(page, 'Ola'),
    done: async (page, act) => {
      await act.press(page.locator('[data-square="0/0"]'));
      await act.press(page.getByRole('button', { name: 'Stamp', exact: true }));
      await expect(page.locator('[data-square="0/0"]')).toHaveAccessibleName(/stamped/);
    },
  },
  'give a lesson and set the week': {
    most: 7,
    given: async (page) => {
      await handOutTune(page, 'Ola');
      await page.goto('/');
    },
    done: async (page, act) => {
      await act.press(button(page, 'Start another lesson …'));
      await act.press(page.getByRole('dialog').getByLabel('Ola', { exact: true }));
      await act.press(page.getByRole('button', { name: 'Start', exact: true }));
      await page.waitForURL(/\/lessons\/.+/);
      await expect(page.locator('[data-mark-line="Ola"]')).toContainText('Listen');
      await act.key('Enter');
      await act.key('w');
      await act.press(page.getByRole('button', { name: 'Set the week' }));
      await expect(page.getByText('The week is set.')).toBeVisible();
    },
  },
  'find a piece by its chord': {
    most: 1,
    given: async (page) => {
      await importTune(page);
      await page.goto('/pieces');
    },
    done: async (page, act) => {
      await act.enter(page.getByLabel('Find'), 'D7');
      await expect(page.getByRole('link', { name: 'Lantern on the Quay' })).toBeVisible();
    },
  },
  'find a piece by the rung of its arrangement': {
    most: 2,
    given: async (page) => {
      await arrangeTune(page);
      await page.goto('/pieces');
    },
    done: async (page, act) => {
      const piece = page.getByRole('link', { name: 'Lantern on the Quay' });
      await act.choose(/^Rung: /, /^3 · /);
      await expect(piece).toBeVisible();
      await page.getByLabel(/^Rung: /).click();
      await page.getByRole('option', { name: /^6 · / }).click();
      await expect(piece).toHaveCount(0);
    },
  },
  'take back a piece that was deleted': {
    most: 5,
    given: async (page) => {
      await importTune(page);
      await page.goto('/pieces');
    },
    done: async (page, act) => {
      await act.press(button(page, 'More for Lantern on the Quay'));
      await act.press(page.getByRole('menuitem', { name: 'Delete …' }));
      await act.press(page.getByRole('dialog').getByRole('button', { name: /^Delete/ }));
      await act.press(button(page, 'Take it back'));
      await expect(page.getByRole('link', { name: 'Lantern on the Quay' })).toBeVisible();
    },
  },
  'print what a learner has': {
    most: 2,
    given: (page) => handOutTune(page, 'Ola'),
    done: async (page, act) => {
      await act.press(page.getByRole('link', { name: 'Print', exact: true }).first());
      await page.waitForURL(/\/handouts\/.+/);
      await expect(page.locator('svg').first()).toBeVisible();
      await expect(page.getByRole('button', { name: /Print/ }).first()).toBeVisible();
    },
  },
};

for (const [name, { most, given, done }] of Object.entries(TASKS))
  test(`first day: ${name}, in ${most} actions or fewer`, async ({ page }) => {
    await given?.(page);
    const act = new Actions(page);
    await done(page, act);
    expect(act.count).toBeLessThanOrEqual(most);
  });
