import type { Page } from '@playwright/test';
import { addLearner, expect, expectAccessible, handOutTune, test } from './studio';

test.use({ takesTurns: true });

async function startLesson(page: Page, ...names: readonly string[]): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Start another lesson …' }).click();
  for (const name of names) await page.getByRole('dialog').getByLabel(name, { exact: true }).check();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.waitForURL(/\/lessons\/.+/);
  await expect(page.locator('.music svg').first()).toBeVisible();
}

const allSaved = (page: Page) => expect(page.locator('[data-marks="saved"]')).toBeVisible();
const lineOf = (page: Page, name: string) => page.locator(`[data-mark-line="${name}"]`);

/** The learner's log as it is kept, the oldest first: `passed right 60`. */
async function log(page: Page, name: string): Promise<readonly string[]> {
  await page.goto('/learners');
  const href = await page.getByRole('link', { name, exact: true }).first().getAttribute('href');
  const csv = await (await page.request.get(`${href}/log.csv`)).text();
  return csv
    .trim()
    .split(/\r?\n/)
    .slice(1)
    .map((line) => line.split(','))
    .map((cells) => [cells[4], cells[3], cells[5]].filter(Boolean).join(' '));
}

test('a whole lesson by keyboard alone: twenty marks, trouble, the week set', async ({ page }) => {
  await handOutTune(page, 'Ola');
  await startLesson(page, 'Ola');
  const line = lineOf(page, 'Ola');
  await expect(line).toContainText('Listen');
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(line).toContainText('Tap and count');
  await page.keyboard.press('Enter');
  await expect(line).toContainText('Right hand, counting');
  // A tempo by its digits; three clean runs pass.
  for (const key of ['5', '2', 'Enter']) await page.keyboard.press(key);
  await expect(line.locator('[data-strokes]')).toHaveAttribute('data-strokes', '1');
  await page.keyboard.press('a');
  await expect(line.locator('[data-strokes]')).toHaveAttribute('data-strokes', '0');
  for (let run = 0; run < 3; run += 1) await page.keyboard.press('Enter');
  await expect(line).toContainText('Right hand');
  for (let mark = 0; mark < 12; mark += 1) await page.keyboard.press(mark % 4 === 3 ? 'a' : 'Enter');
  // Trouble in the measures that are selected.
  await page
    .locator('.music [data-system], [data-system]')
    .first()
    .click({ position: { x: 300, y: 60 } });
  await page.keyboard.press('r');
  await expect(page.getByRole('list', { name: 'To mend' })).toContainText('rhythm');
  await allSaved(page);
  await page.keyboard.press('w');
  const week = page.getByRole('region', { name: 'For the week' });
  await expect(week.getByLabel('Task 1', { exact: true })).not.toHaveValue('');
  await week.getByLabel('Note of the lesson').fill('Went well');
  await week.getByRole('button', { name: 'Set the week' }).click();
  await expect(page.getByText('The week is set.')).toBeVisible();
  const marks = await log(page, 'Ola');
  expect(marks.length).toBeGreaterThanOrEqual(20);
  expect(marks[0]).toBe('passed listen');
  expect(marks.some((mark) => mark.startsWith('trouble'))).toBe(true);
});

test('marks that wait for the network arrive once, in order; a mark is taken back by a new entry', async ({
  page,
  context,
}) => {
  await handOutTune(page, 'Ola');
  await startLesson(page, 'Ola');
  await page.keyboard.press('Enter');
  await allSaved(page);
  await context.setOffline(true);
  for (const key of ['Enter', 'a', 'Enter', 'Enter', 'a']) await page.keyboard.press(key);
  await expect(page.getByText(/5 not saved yet: the studio cannot be reached/)).toBeVisible();
  await context.setOffline(false);
  await allSaved(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Taken back/)).toBeVisible();
  await allSaved(page);
  const kinds = (await log(page, 'Ola')).map((mark) => mark.split(' ')[0]);
  expect(kinds).toEqual(['passed', 'passed', 'again', 'clean', 'clean', 'again', 'withdrawn']);
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  test('a class: one music, a line of marks for each', async ({ page }) => {
    await handOutTune(page, 'Ola');
    await handOutTune(page, 'Per');
    await startLesson(page, 'Ola', 'Per');
    await page.getByRole('button', { name: 'Pass', exact: true }).tap();
    await expect(lineOf(page, 'Ola')).toContainText('Tap and count');
    await lineOf(page, 'Per').getByRole('button', { name: 'Per', exact: true }).tap();
    await page.getByRole('button', { name: 'Pass', exact: true }).tap();
    await page.getByRole('button', { name: 'Again', exact: true }).tap();
    await expect(lineOf(page, 'Per')).toContainText('Tap and count');
    await allSaved(page);
    expect(await log(page, 'Ola')).toEqual(['passed listen']);
    expect(await log(page, 'Per')).toEqual(['passed listen', 'again tap-count']);
  });
});

test('sections are joined: a stretch is played through, and clicks are said as the learner counts', async ({
  page,
}) => {
  await handOutTune(page, 'Ola');
  await startLesson(page, 'Ola');
  const line = lineOf(page, 'Ola');
  await page.keyboard.press('j');
  await expect(line).toContainText('A to');
  await expect(line).toContainText('Together');
  await page.keyboard.press('Enter');
  await allSaved(page);
  await expect(page.getByText(/Ola: A to .*, together passed/)).toBeVisible();
  await page.keyboard.press('m');
  await expect(page.locator('[data-click-words]')).toHaveText('1234');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-click-words]')).toHaveCount(0);
  await page.keyboard.press('ArrowDown');
  await expect(line).not.toContainText(' to ');
  const [mark] = await log(page, 'Ola');
  expect(mark).toMatch(/^passed together/);
});

test('the register by arrows: several squares are stamped at once', async ({ page }) => {
  await handOutTune(page, 'Ola');
  const square = (place: string) => page.locator(`[data-square="${place}"]`);
  await square('0/0').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('4 squares');
  await page.getByRole('button', { name: 'Stamp', exact: true }).click();
  await expect(page.getByText('4 squares stamped')).toBeVisible();
  await expect(square('1/2')).toHaveAttribute('aria-label', /stamped/);
  await expect(square('0/0')).toHaveAttribute('aria-label', /not stamped/);
});

test('a goal turns late, and what would help is worked out; entries come in as CSV', async ({ page }) => {
  await handOutTune(page, 'Ola');
  const learner = page.url().replace(/#.*/, '');
  const today = new Date();
  const dayBefore = (days: number) =>
    new Date(today.getTime() - days * 86_400_000).toISOString().slice(0, 10);
  const names = await page
    .locator('[data-square$="/0"]')
    .evaluateAll((cells) => cells.map((cell) => (cell.getAttribute('aria-label') ?? '').split(',')[0]));
  const rows = names.flatMap((section) =>
    [20, 16, 12, 8, 4].map(
      (days, index) => `${dayBefore(days)},Lantern on the Quay,${section},together,${40 + index}`,
    ),
  );
  await page.goto(`${learner}/log`);
  const csv = [
    'date,piece,section,stage,tempo',
    ...rows,
    '2026-99-01,Lantern on the Quay,A,together,50',
  ].join('\n');
  await page
    .getByLabel('CSV file')
    .setInputFiles({ name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByText(`${rows.length} can be kept, 1 cannot.`)).toBeVisible();
  await page.getByRole('button', { name: `Keep ${rows.length}` }).click();
  await expect(page.getByText(`${rows.length} lines were kept`)).toBeVisible();
  await page.goto(learner);
  await page.getByRole('button', { name: 'Set a date for this piece …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Date').fill(dayBefore(-10));
  await dialog.getByLabel('Tempo, beats a minute').fill('92');
  await dialog.getByLabel('Occasion').fill('Harbour concert');
  await dialog.getByRole('button', { name: 'Set the date' }).click();
  await expect(page.getByText('What would help')).toBeVisible();
  await expectAccessible(page);
  await page.goto('/goals');
  await expect(page.getByRole('row', { name: /Late Ola Lantern/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Programme of Harbour concert' })).toContainText('Lantern');
  const calendar = await (await page.request.get('/calendar.ics')).text();
  expect(calendar).toContain('Harbour concert');
});

test('a weekly lesson stands on Today, and is cancelled for a day', async ({ page }) => {
  await addLearner(page, 'Ola');
  await page.goto('/');
  await expect(page.getByText('No lessons today.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a weekly lesson …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Ola', { exact: true }).check();
  await dialog.getByLabel('Time').fill('15:45');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('15:45')).toBeVisible();
  await page.getByRole('button', { name: 'Move …' }).click();
  await page.getByRole('dialog').getByLabel('Time').fill('17:20');
  await page.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.getByText('17:20', { exact: true })).toBeVisible();
  await expect(page.getByText('15:45, Ola: moved to 17:20')).toBeVisible();
  await page.getByRole('button', { name: 'As every week' }).click();
  await expect(page.getByText('15:45', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel today’s lesson' }).click();
  await expect(page.getByText('No lessons today.')).toBeVisible();
});

test('what the learner played is heard, and taken over as a mark where the teacher accepts it', async ({
  page,
}) => {
  await handOutTune(page, 'Ola');
  await startLesson(page, 'Ola');
  const heard = page.getByRole('region', { name: 'What was heard' });
  // The stand-in slips now and then; by its fifth take at the latest it has.
  for (
    let takes = 0;
    takes < 5 && (await heard.getByRole('button', { name: 'Mark it' }).count()) === 0;
    takes += 1
  ) {
    await page.getByRole('button', { name: 'Stand-in' }).click();
    await expect(heard).toContainText('measures with every note as written');
  }
  await expectAccessible(page);
  await heard.getByRole('button', { name: 'Mark it' }).first().click();
  await expect(heard.getByRole('button', { name: 'Marked' })).toBeDisabled();
  await expect(page.getByRole('list', { name: 'To mend' })).toBeVisible();
  await allSaved(page);
  await heard.getByRole('button', { name: 'Let go of this take' }).click();
  await expect(heard).toHaveCount(0);
  // Without a keyboard it says so, and what to do.
  await page.getByRole('button', { name: 'Listen', exact: true }).click();
  await expect(page.getByText(/keyboard/i).last()).toBeVisible();
});
