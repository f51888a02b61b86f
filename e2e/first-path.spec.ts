import { readFileSync } from 'node:fs';
import { readMusicXml } from '../src/lib/core/formats/musicxml/read';
import {
  addLearner,
  arrangeTune,
  choose,
  dragOverRow,
  expect,
  expectAccessible,
  expectSaved,
  openBench,
  showPinnedFingersOnly,
  test,
} from './studio';

test.use({ takesTurns: true });

test('a teacher takes one piece from a file to a learner’s stamped section', async ({ page }) => {
  await page.goto('/learners');
  await page.getByRole('button', { name: 'Add a learner' }).click();
  await page.getByLabel('Name or nickname').fill('Ida');
  await choose(page, 'Left hand reaches', 'a sixth');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.waitForURL(/\/learners\/.+/);
  await expectAccessible(page);

  await page.goto('/pieces');
  await expectAccessible(page);
  await page.getByLabel('Score file').setInputFiles('demo/sources/lantern-on-the-quay.musicxml');
  const preview = page.getByRole('dialog', { name: 'What was read' });
  await expect(preview).toContainText('G major');
  await expect(preview).toContainText('4/4, with a pickup');
  await expect(preview).toContainText('33');
  await expect(preview).toContainText('Everything in the file was understood.');
  await preview.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  await expectAccessible(page);

  await openBench(page);
  await choose(page, 'Learner', /^Ida/);
  await choose(page, 'Key', /^F major/);
  await choose(page, 'Rung', /^6/);
  await choose(page, 'Right hand', 'the tune');
  await choose(page, 'Left hand', 'held root');
  await choose(page, 'Counts', 'numbers, 1 & 2 &');
  await showPinnedFingersOnly(page);
  await expectSaved(page);
  await expect(page.locator('.music').first()).toContainText('F');
  await expect(page.locator('.music .count.sounds').first()).toContainText('4');
  await expectAccessible(page);

  // Pins by keyboard and by the visible control.
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('C4, right hand, measure 0')).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.locator('.music .fing')).toHaveCount(1);
  await page.keyboard.press('ArrowRight');
  await page.getByRole('group', { name: 'Finger' }).getByRole('button', { name: '3' }).click();
  await expect(page.locator('.music .fing')).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.music .fing')).toHaveCount(1);
  await page.keyboard.press('Control+Shift+Z');
  await expect(page.locator('.music .fing')).toHaveCount(2);

  // A range of measures painted by dragging over the row.
  await dragOverRow(page, 'left', 2, 4);
  await expect(page.getByText('Measures 2–4', { exact: true })).toBeVisible();
  await choose(page, 'Left hand of these measures', 'open fifth');
  await expect(page.locator('[id="g3L0fifth"]')).toBeVisible();
  await expect(page.locator('[id="g5L0fifth"]')).toHaveCount(0);

  // A section of the teacher's own.
  await page.locator('[data-row="load"][data-measure="5"]').click();
  await page.getByRole('button', { name: 'Start a section here' }).click();
  await expect(page.getByRole('navigation', { name: 'Sections' }).getByRole('listitem')).toHaveCount(5);
  await expectSaved(page);

  await page.getByRole('button', { name: 'Hand out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand out' }).click();
  await page.waitForURL(/\/learners\/.+/);

  // Stamp, correct, withdraw; the log keeps all three.
  await page.getByRole('button', { name: /^A, Right hand, counting:/ }).click();
  await page.getByLabel('Tempo, beats a minute').fill('60');
  await page.getByRole('button', { name: 'Stamp', exact: true }).click();
  await expect(
    page.getByRole('button', { name: /^A, Right hand, counting: stamped .* at 60/ }),
  ).toBeVisible();
  await expect(page.getByText('Next: A, right hand', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: /^A, Right hand, counting:/ }).click();
  await page.getByLabel('Tempo, beats a minute').fill('66');
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await expect(
    page.getByRole('button', { name: /^A, Right hand, counting: stamped .* at 66/ }),
  ).toBeVisible();
  await expect(page.getByText('Log, 2 entries')).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Print' }).click();
  await expect(page.locator('.pages .music svg').first()).toBeVisible();
  await expect(page.getByRole('article').first()).toContainText('F major');
  const pagesNormal = await page.getByRole('article').count();
  await choose(page, 'Notes', /^very large/);
  await expect.poll(() => page.getByRole('article').count()).toBeGreaterThan(pagesNormal);
  await choose(page, 'Paper', 'Letter');
  await expect(page.getByRole('article').first()).toHaveAttribute('data-paper', 'letter');
  await expectAccessible(page);

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'MusicXML' }).click();
  const file = await (await download).path();
  const read = readMusicXml(new Uint8Array(readFileSync(file)), 'download.musicxml');
  if (!read.ok) throw new Error(read.error.message);
  expect(read.value.measures[0]!.key).toEqual({ fifths: -1, mode: 'major' });
  expect(read.value.notes.filter((note) => note.finger !== null)).toHaveLength(2);

  await page.goto('/');
  await expect(page.getByRole('row', { name: /Ida/ })).toContainText('Right hand');
  await expectAccessible(page);
});

test('an edition stays as printed when the arrangement changes', async ({ page }) => {
  await addLearner(page, 'Bram');
  await arrangeTune(page);
  await page.getByRole('button', { name: 'Hand out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand out' }).click();
  await page.waitForURL(/\/learners\/.+/);
  await page.getByRole('link', { name: 'Bench' }).click();
  await choose(page, 'Key', /^D major/);
  await expectSaved(page);
  await page.getByRole('link', { name: 'Edition 1' }).click();
  await expect(page.getByRole('article').first()).toContainText('G major');
  // What the Bench would print is compared with the edition after the answer has gone out.
  await expect(async () => {
    await page.goto('/');
    await expect(page.getByText('other than edition 1, which Bram has')).toBeVisible({ timeout: 1_000 });
  }).toPass();
});

test('the Bench can be worked by keyboard alone', async ({ page }) => {
  await arrangeTune(page);
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys on the Bench' })).toContainText('pin this finger');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('left hand, measure 1')).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('Measures 1–2', { exact: true })).toBeVisible();
  await page.keyboard.press('x');
  await expect(page.locator('[id="g2L0t1x1"]')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[id="g2L0t1x1"]')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByText('Select a note to change it')).toBeVisible();
});
