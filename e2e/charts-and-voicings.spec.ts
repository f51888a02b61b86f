import type { Page } from '@playwright/test';
import {
  addLearner,
  arrangeTune,
  choose,
  chosen,
  expect,
  expectAccessible,
  expectSaved,
  openBench,
  test,
} from './studio';

test.use({ takesTurns: true });

const notesIn = (page: Page, measure: number, hand: 'L' | 'R') =>
  page.locator(`.music .note[id^="g${measure}${hand}"]`);

test('a chord is voiced by hand, heard, taken everywhere, and all of it is undone', async ({ page }) => {
  await arrangeTune(page);
  await choose(page, 'Left hand', 'held triads');
  await page.locator('[data-row="load"][data-measure="1"]').click();
  await page.keyboard.press('v');
  const panel = page.getByRole('region', { name: 'Voice the chords of measure 1' });
  const state = panel.getByRole('status');
  await expect(state).toContainText('position');
  const before = await state.textContent();
  await expectAccessible(page);

  await page.keyboard.press('ArrowRight');
  await expect(state).toContainText('first inversion, as you set it');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('b');
  await expect(panel.getByRole('button', { name: /, tone 3$/ })).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('b');
  await expect(panel.getByRole('button', { name: /, tone 3$/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(notesIn(page, 1, 'L').first()).toBeVisible();
  // It sounds for a moment only: on a busy machine that may pass before anybody looks, so it is heard again.
  await expect(async () => {
    await page.keyboard.press('h');
    await expect(page.locator('.music .note.is-sounding').first()).toBeVisible({ timeout: 3_000 });
  }).toPass();
  await expectSaved(page);
  const own = await state.textContent();

  // At every other place of the same chord; one of them is looked at.
  await panel.getByRole('button', { name: /^At every/ }).click();
  await expect(panel).toContainText('the same at 9 places');
  await expectSaved(page);
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);
  for (let step = 0; step < 5; step += 1) await page.keyboard.press('Control+z');
  await page.keyboard.press('v');
  await expect(state).toHaveText(before!);
  expect(own).not.toBe(before);
  await expectSaved(page);
});

test('a hand rests for a section', async ({ page }) => {
  await arrangeTune(page);
  await page.locator('[data-row="load"][data-measure="1"]').click();
  for (let more = 0; more < 3; more += 1) await page.keyboard.press('Shift+ArrowRight');
  await choose(page, 'Left hand of these measures', 'rests');
  await expect(notesIn(page, 2, 'L')).toHaveCount(0);
  await expect(notesIn(page, 4, 'L')).toHaveCount(0);
  await expect(notesIn(page, 6, 'L').first()).toBeVisible();
  await expect(page.locator('[data-row="left"][data-measure="2"]')).toHaveAccessibleName(/rests/);
  await choose(page, 'Right hand of these measures', 'rests');
  await expect(page.locator('.music .note[id^="p0m2v"]')).toHaveCount(0);
  await expectSaved(page);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.music .note[id^="p0m2v"]').first()).toBeVisible();
});

test('a chart with a pickup goes from typing to paper', async ({ page }) => {
  await addLearner(page, 'Ola');
  await page.goto('/pieces/new/chart');
  const text = page.getByLabel('The chart as text');
  await text.fill(
    '{title: Slack Water}\n{key: G}\n{time: 3/4}\nVerse:\n[D7]The | [G]tide / [Em7]is | [C]slow [/] [/] | [D7]now / / | G / / |',
  );
  await expect(page.locator('.music .harm[id^="h"]')).toHaveCount(6);
  await expect(page.locator('.music')).not.toContainText('/');
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/[^n].+/);
  await openBench(page);
  await choose(page, 'Learner', /^Ola/);
  // The pickup's chord is played, and both hands can strike on the slashes, or the right alone.
  await expect(notesIn(page, 0, 'R').first()).toBeVisible();
  await choose(page, 'Right hand', 'nearest inversions on the chart’s slashes');
  await expect(notesIn(page, 3, 'R')).toHaveCount(9);
  await choose(page, 'Left hand', 'root on the chart’s slashes');
  await expect(notesIn(page, 3, 'L')).toHaveCount(3);
  await choose(page, 'Left hand', 'held root');
  await expect(notesIn(page, 3, 'L')).toHaveCount(1);
  await expect(chosen(page, 'Right hand')).toBeVisible();
  await expectSaved(page);
  await page.getByRole('button', { name: 'Hand out …' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand out', exact: true }).click();
  await page.waitForURL(/\/learners\/.+/);
  await page.getByRole('link', { name: 'Print' }).click();
  await page.waitForURL(/\/handouts\/.+/);
  await expect(page.locator('.music .note').first()).toBeVisible();
  await expect(page.locator('body')).toContainText('Slack Water');
});

test('a chord is played over freely: games, fingers on the keys, what grates', async ({ page }) => {
  await page.goto('/chords');
  await page.getByLabel('Chord symbol').fill('E7');
  const freely = page.getByRole('region', { name: 'Playing freely over E7' });
  await expect(freely).toContainText(
    'E F G♯ A B C D: harmonic minor of A, from E, of A minor since it leads there',
  );
  await expect(freely).toContainText('F A C: they grate when they are held on a beat');
  await freely.getByRole('button', { name: 'Three notes under three fingers' }).click();
  await expect(freely.getByRole('group', { name: /C finger 1, D finger 2, E finger 3/ })).toBeVisible();
  await freely.getByRole('button', { name: 'Another idea' }).click();
  await expect(freely).toContainText('Play it again, just as it was.');
});
