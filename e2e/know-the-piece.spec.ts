import { choose, chosen, expect, expectAccessible, importTune, test, waitingForLife } from './studio';

test.use({ takesTurns: true });

test('a teacher overrules key, chords, form and tune, and it sticks', async ({ page }) => {
  await importTune(page);
  await expect(chosen(page, 'Key')).toContainText('as found');
  await choose(page, 'Key', 'E minor');
  await expect(page.getByText('You chose this key.')).toBeVisible();

  await page.getByRole('tab', { name: 'Chords' }).click();
  await page.getByRole('row', { name: /^5/ }).getByRole('button').click();
  await page.getByLabel('Chord in measure 5').fill('G6');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('row', { name: /^5/ })).toContainText('yours');
  await page.getByLabel('Chord in measure 5').fill('Gqq');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('alert')).toContainText('“qq” is not a chord ending');

  await page.getByRole('tab', { name: 'Form' }).click();
  await page.getByLabel(/^Name of section B,/).fill('Bridge');
  await page.getByLabel(/^Name of section B,/).press('Enter');
  await expect(page.getByRole('navigation', { name: 'Form of the piece' })).toContainText('Bridge');
  await page.getByRole('button', { name: 'Learn Bridge earlier' }).click();
  await expect(
    page.getByRole('list', { name: 'Sections in learning order' }).getByRole('listitem').nth(1),
  ).toContainText('17–24');

  await page.reload();
  await expect(page.getByText('You chose this key.')).toBeVisible();
  await page.getByRole('tab', { name: 'Chords' }).click();
  await expect(page.getByRole('row', { name: /^5/ })).toContainText('G6');
  await expect(page.getByRole('navigation', { name: 'Form of the piece' })).toContainText('Bridge');
  await expectAccessible(page);
});

test('a misspelled note is put right, taken back, and set aside', async ({ page }) => {
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles({
    name: 'flat.abc',
    mimeType: 'text/plain',
    buffer: Buffer.from('X:1\nT:Flat\nM:4/4\nL:1/4\nK:G\n"G"G A B d|"D7"_G A c A|"G"G4|]'),
  });
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  await page.getByRole('tab', { name: /^Findings ?1/ }).click();
  await expect(page.getByText('G♭ is written; F♯ is the note of D7.')).toBeVisible();
  await expect(page.locator('.music .note.is-questioned')).toHaveCount(1);
  await page.getByRole('button', { name: 'Write F♯' }).click();
  await expect(page.getByText('agrees with its chord')).toBeVisible();
  await expect(page.locator('.music .note.is-questioned')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Write F♯' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep G♭' }).click();
  await expect(page.getByRole('button', { name: 'Write F♯' })).toHaveCount(0);
  await page.getByRole('tab', { name: 'Source' }).click();
  await expect(page.getByText('Revision 4')).toBeVisible();
});

test('a correction in a second window does not overwrite the first', async ({ page, context }) => {
  await importTune(page);
  const other = waitingForLife(await context.newPage());
  await other.goto(page.url());
  await expect(chosen(other, 'Key')).toBeVisible();
  await choose(page, 'Key', 'E minor');
  await expect(page.getByText('You chose this key.')).toBeVisible();
  await choose(other, 'Key', 'D major');
  await expect(other.getByRole('alert')).toContainText('corrected in another window');
  await other.reload();
  await expect(chosen(other, 'Key')).toContainText('E minor');
});

test('notes, chords and a range of measures are heard, by pointing and by keyboard', async ({ page }) => {
  await importTune(page, 'demo/sources/two-boats.musicxml');
  await expect(page.locator('.music svg').first()).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('.music .note.is-sounding')).toHaveCount(1);
  await page.keyboard.press('ArrowDown');
  await page.locator('.music .harm[id^="h"]').nth(1).click();
  await expect(page.getByLabel('Chord in measure 2')).toHaveValue('F');

  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('measures 2–3')).toBeVisible();
  await page.getByLabel('round and round').check();
  await choose(page, 'Count in', '1');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: /Stop/ })).toBeVisible();
  await expect(page.locator('.music .note.is-sounding').first()).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: /Play/ })).toBeVisible();
  await expect(page.locator('.music .note.is-sounding')).toHaveCount(0);
});

test('the Bench plays its arrangement, one hand alone', async ({ page }) => {
  await importTune(page);
  await page.getByRole('button', { name: 'Arrange it …' }).click();
  await page.getByRole('button', { name: 'Arrange it', exact: true }).click();
  await page.waitForURL(/\/bench\/.+/);
  await expect(page.locator('.music svg').first()).toBeVisible();
  await choose(page, 'Hands', 'left alone');
  await page.getByRole('button', { name: /^Play/ }).click();
  await expect(page.locator('[id="g1L0t1"].is-sounding')).toBeVisible();
  await page.getByRole('button', { name: /^Stop/ }).click();
});

test('a chord card shows and sounds a symbol in any key', async ({ page }) => {
  await page.goto('/chords');
  await page.getByLabel('Chord symbol').fill('D7/F#');
  await expect(page.getByText('In C major it is V7/V/♯4, on degree 2, from outside the key.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Third inversion' })).toBeVisible();
  await choose(page, 'Shown in', 'E♭ major');
  await expect(page.getByText('F7/A', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Hear it' }).click();
  await expectAccessible(page);
  await page.getByLabel('Chord symbol').fill('Dzz');
  await expect(page.getByRole('alert')).toContainText('“zz” is not a chord ending');
});
