import { expect, expectAccessible, test, TUNE } from './studio';

test.use({ takesTurns: true });

/** A first arrangement for a new learner from a file takes so many presses and entries at most. */
const MOST_ACTIONS = 12;

test('an empty studio leads to a first arrangement for a learner, in few steps', async ({ page }) => {
  let actions = 0;
  const act = async (doing: () => Promise<unknown>) => {
    actions += 1;
    await doing();
  };
  await page.goto('/');
  await act(() => page.getByRole('link', { name: 'Add a learner' }).click());
  await act(() => page.getByLabel('Name or nickname').fill('Wenna'));
  await act(() => page.getByRole('button', { name: 'Add', exact: true }).click());
  await page.waitForURL(/\/learners\/.+/);
  await act(() => page.getByRole('link', { name: 'Pieces', exact: true }).click());
  await act(() => page.getByLabel('Score file').setInputFiles(TUNE));
  await act(() => page.getByRole('button', { name: 'Keep this piece' }).click());
  await page.waitForURL(/\/pieces\/.+/);
  await act(() => page.getByRole('button', { name: 'Arrange it …' }).click());
  await act(() => page.getByLabel(/^For whom: /).click());
  await act(() => page.getByRole('option', { name: /^Wenna, rung/ }).click());
  await act(() => page.getByRole('button', { name: 'Arrange it', exact: true }).click());
  await page.waitForURL(/\/bench\//);
  await expect(page.getByLabel('Learner: Wenna')).toBeVisible();
  await expect(page.locator('.music svg').first()).toBeVisible();
  expect(actions).toBeLessThanOrEqual(MOST_ACTIONS);
});

test('several files come in one after another, with what came of each', async ({ page }) => {
  await page.goto('/pieces');
  const text = (name: string, content: string) => ({
    name,
    mimeType: 'text/plain',
    buffer: Buffer.from(content),
  });
  const tune = 'X:1\nT:Gulls\nM:3/4\nL:1/4\nK:G\nG A B|c B A|G3|]';
  await page
    .getByLabel('Score file')
    .setInputFiles([
      text('gulls.abc', tune),
      text('again.abc', tune),
      text('printed.pdf', '%PDF-1.7'),
      text('chart.cho', '{title: Slack Water}\n| C / | G / |'),
    ]);
  const list = page.getByRole('region', { name: 'Several files' });
  await expect(list).toContainText('4 of 4 read, 2 kept');
  await expect(list.getByRole('listitem')).toContainText([
    'gulls.abc kept',
    'again.abc was there already',
    /printed\.pdf not kept: This is a PDF/,
    'chart.cho kept',
  ]);
  await expectAccessible(page);
  await expect(page.getByRole('link', { name: 'Slack Water' })).toBeVisible();
  await list.getByRole('button', { name: 'Close the list' }).click();
  await expect(list).toHaveCount(0);
});
