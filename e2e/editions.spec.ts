import Database from 'better-sqlite3';
import { join } from 'node:path';
import {
  addLearner,
  arrangeTune,
  choose,
  chosen,
  expect,
  expectAccessible,
  expectSaved,
  test,
} from './studio';
import type { Page } from '@playwright/test';

test.use({ takesTurns: true });

async function handOut(page: Page): Promise<void> {
  await expectSaved(page);
  await page.getByRole('button', { name: 'Hand out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand out' }).click();
  await page.waitForURL(/\/learners\/.+/);
}

test('a new edition takes the register over, and the Bench says what the learner holds', async ({ page }) => {
  await addLearner(page, 'Ida');
  await arrangeTune(page);
  await choose(page, 'Fingers', 'only those pinned');
  await handOut(page);
  await page.getByRole('button', { name: 'A, Right hand: not stamped', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Stamp' }).click();
  await expect(page.getByRole('button', { name: /^A, Right hand: stamped/ })).toBeVisible();
  await page.getByRole('button', { name: 'B, Right hand: not stamped', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Stamp' }).click();
  await expect(page.getByRole('button', { name: /^B, Right hand: stamped/ })).toBeVisible();

  await page.getByRole('link', { name: 'Bench' }).click();
  await expect(page.getByText('As edition 1, which Ida has')).toBeVisible();
  await page.locator('[data-row="left"][data-measure="2"]').click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('2');
  await expect(page.getByText('Other than edition 1, which Ida has')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('As edition 1, which Ida has')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText('Other than edition 1, which Ida has')).toBeVisible();

  await handOut(page);
  await expect(page.getByText('New in edition 2')).toBeVisible();
  await expect(page.getByRole('heading', { level: 2 })).toHaveCount(1);
  await expect(page.getByText('1 finger changed')).toBeVisible();
  await expect(page.getByRole('button', { name: 'A, Right hand: not stamped', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^B, Right hand: stamped .*, on edition 1/ })).toBeVisible();
  await page.locator('summary', { hasText: 'Edition 1 of' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'A, right hand stamped' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/');
  await expect(page.getByRole('row', { name: /Ida/ })).toHaveCount(1);
});

test('some sections are handed out, and more when they are wanted', async ({ page }) => {
  await addLearner(page, 'Ida');
  await arrangeTune(page);
  await expectSaved(page);
  await page.getByRole('button', { name: 'Hand out …' }).click();
  const dialog = page.getByRole('dialog');
  for (const name of ['A′', 'B', 'A″']) await dialog.getByRole('checkbox', { name, exact: true }).uncheck();
  await dialog.getByRole('button', { name: 'Hand out' }).click();
  await page.waitForURL(/\/learners\/.+/);
  await expect(page.getByRole('button', { name: 'A, Right hand: not stamped', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'B, Right hand: not stamped', exact: true })).toHaveCount(0);
  await page.getByRole('link', { name: 'Bench' }).click();
  await handOut(page);
  await expect(page.getByRole('button', { name: 'B, Right hand: not stamped', exact: true })).toBeVisible();
});

test('a reach that was measured again makes another edition, and Today says so first', async ({ page }) => {
  const learner = await addLearner(page, 'Bram');
  await arrangeTune(page);
  await choose(page, 'Learner', /^Bram/);
  await choose(page, 'Rung', /^3/);
  await choose(page, 'Left hand', 'held triads');
  await handOut(page);
  await page.goto(`${learner}/profile`);
  await choose(page, 'Left hand, comfortable', 'a fifth');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. Editions already handed out stay')).toBeVisible();
  await expect(async () => {
    await page.goto('/');
    await expect(page.getByText('other than edition 1, which Bram has')).toBeVisible({ timeout: 1_000 });
  }).toPass();
  await page.getByRole('link', { name: 'Lantern on the Quay', exact: true }).last().click();
  await page.waitForURL(/\/bench\//);
  await expect(page.getByText('Other than edition 1, which Bram has')).toBeVisible();
  await handOut(page);
  await expect(page.getByText(', edition 2')).toBeVisible();
});

test('a learner stands on any rung of the studio’s own ladder', async ({ page }) => {
  await page.goto('/studio');
  await page.getByRole('button', { name: 'add one after' }).last().click();
  await page.getByLabel('Name of rung 7').fill('Concert');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Arrangements follow from now on')).toBeVisible();
  await page.goto('/learners');
  await page.getByRole('button', { name: 'Add a learner' }).click();
  await page.getByLabel('Name or nickname').fill('Ruben');
  await choose(page, 'Rung', '7 · Concert');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.waitForURL(/\/learners\/.+/);
  await expect(page.getByText(/^Rung 7/)).toBeVisible();
  await page.getByRole('link', { name: 'Hands and ways' }).click();
  await expect(chosen(page, 'Rung')).toContainText('7 · Concert');
});

test('what cannot be read is named where it is missing, and the rest goes on', async ({ page, studio }) => {
  await addLearner(page, 'Noor');
  await arrangeTune(page);
  const bench = page.url();
  await handOut(page);
  // A page that still asks for something would find nobody there.
  await page.waitForLoadState('networkidle');
  await studio.stop('SIGTERM');
  const db = new Database(join(studio.folder, 'key-path.db'));
  db.exec(`UPDATE arrangements SET document_json = '{"version":1,"value":{"recipe":1}}'`);
  db.prepare('INSERT INTO studio_settings VALUES (?, ?, 1)').run('arranging', '{"rungs":[');
  db.close();
  await studio.start();

  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('own ladder cannot be read');
  await expect(page.getByText('The arrangement cannot be read: what is stored is damaged')).toBeVisible();
  await expect(page.getByRole('row', { name: /Noor/ })).toContainText('Listen');
  await page.goto(bench);
  await expect(page.getByText('The arrangement cannot be read: what is stored is damaged')).toBeVisible();
  await page.goto('/pieces');
  await expect(page.getByRole('link', { name: 'Lantern on the Quay' })).toBeVisible();
});
