import { expect, expectAccessible, test } from './studio';

test('an empty studio looks round the demo studio, and has its own back by one press', async ({ page }) => {
  test.setTimeout(240_000);
  await page.goto('/');
  const look = page.getByRole('button', { name: 'Look round the demo studio' });
  await look.click();
  await expect(page.getByRole('progressbar', { name: 'Parts of the demo studio made' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(look).toBeVisible();
  await look.click();
  const leave = page.getByRole('button', { name: 'Remove it and go back to my studio' });
  await expect(leave).toBeVisible({ timeout: 200_000 });
  await expect(page.getByText('Slow Tide').first()).toBeVisible();
  await expectAccessible(page);
  // A backup in place of the demo studio would be covered when the demo is left.
  const answer = await page.request.post('/studio/backups?/restore', {
    headers: { origin: new URL(page.url()).origin, 'x-sveltekit-action': 'true' },
    form: { name: 'by-hand-none.db' },
  });
  expect(await answer.text()).toContain('Go back from the demo studio to your own first');
  await leave.click();
  await expect(page.getByRole('heading', { name: 'Begin here' })).toBeVisible();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Slow Tide' })).toHaveCount(0);
});

test('a studio with work in it is not covered by the demo studio', async ({ page, studio }) => {
  await page.goto('/learners#add');
  await page.getByLabel('Name or nickname').fill('Wenna');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.waitForURL(/\/learners\/.+/);
  const answer = await page.request.post(`${studio.url}/?/lookRound`, {
    headers: { origin: studio.url, 'x-sveltekit-action': 'true' },
    form: {},
  });
  expect(await answer.text()).toContain('in place of an empty studio only');
});
