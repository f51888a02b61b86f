import { readFileSync } from 'node:fs';
import { writeMidiFile } from '../src/lib/core/formats/midi/write';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import { readScore } from '../src/lib/core/formats/read-score';
import { pitchName } from '../src/lib/core/pitch/pitch';
import { TEXTURES } from '../src/lib/testing/labelled/textures';
import { scoreFromAbc } from '../src/lib/testing/labelled-scores';
import { choose, expect, expectAccessible, test } from './studio';

test.use({ takesTurns: true });

const WALTZ = scoreFromAbc(TEXTURES.find(({ name }) => name.startsWith('a waltz'))!.abc);
const SONG = scoreFromAbc(TEXTURES.find(({ name }) => name.startsWith('a sung'))!.abc);

/** The piece that is open, as the server keeps it. */
async function readAll(
  page: import('@playwright/test').Page,
  format: 'musicxml' | 'midi' | 'abc' | 'chordpro',
) {
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const answer = await page.request.get(`/api/pieces/${id}/export?format=${format}`);
  const extension = { musicxml: 'musicxml', midi: 'mid', abc: 'abc', chordpro: 'cho' }[format];
  const read = readScore(new Uint8Array(await answer.body()), `out.${extension}`);
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
}

test('a MIDI file comes in with key, pickup and hands, and goes out in every format', async ({ page }) => {
  await page.goto('/pieces');
  await page
    .getByLabel('Score file')
    .setInputFiles({ name: 'waltz.mid', mimeType: 'audio/midi', buffer: Buffer.from(writeMidiFile(WALTZ)) });
  const preview = page.getByRole('dialog', { name: 'What was read' });
  await expect(preview).toContainText('MIDI');
  await expect(preview).toContainText('E minor');
  await expect(preview).toContainText('3/4');
  await expect(preview.getByText('Piano, lower staff')).toBeVisible();
  await preview.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  await expect(page.locator('.music svg').first()).toBeVisible();
  await expectAccessible(page);
  const names = WALTZ.notes.map((note) => `${note.at} ${pitchName(note.pitch)}`).sort();
  for (const format of ['musicxml', 'midi', 'abc'] as const) {
    const { notes } = await readAll(page, format);
    expect(notes.map((note) => `${note.at} ${pitchName(note.pitch)}`).sort()).toEqual(names);
  }
});

test('parts are chosen when a song is imported, and can be chosen anew', async ({ page }) => {
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles({
    name: 'song.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(writeMusicXml(SONG)),
  });
  const preview = page.getByRole('dialog', { name: 'What was read' });
  await expect(preview.getByLabel(/^Voice: the tune/)).toBeVisible();
  // Each staff is heard before it is said what it is for.
  await preview.getByRole('button', { name: /^Hear Voice/ }).click();
  await preview.getByRole('button', { name: /^Stop Voice/ }).click();
  await expect(preview.getByRole('button', { name: /^Hear Voice/ })).toBeVisible();
  await preview.getByLabel(/upper staff: /).click();
  await page.getByRole('option', { name: 'leave out' }).click();
  await preview.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  await expect(page.locator('.music .verse').first()).toBeVisible();
  // Voice and bass are left.
  await expect(page.locator('.music svg').first().locator('.measure').first().locator('.staff')).toHaveCount(
    2,
  );
  await page.getByRole('tab', { name: 'Source' }).click();
  await page.getByLabel(/staff 1: /).click();
  await page.getByRole('option', { name: 'accompaniment' }).click();
  await expect(page.locator('.music svg').first().locator('.measure').first().locator('.staff')).toHaveCount(
    3,
  );
});

test('files of other kinds: ABC and ChordPro, with what was read differently and where', async ({ page }) => {
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles({
    name: 'untidy.abc',
    mimeType: 'text/plain',
    buffer: Buffer.from('X:1\nT:Untidy\nM:3/4\nL:1/4\nK:G\nG A ? B|d3|]'),
  });
  const preview = page.getByRole('dialog', { name: 'What was read' });
  await expect(preview).toContainText('“?” is not part of the notation');
  await expect(preview).toContainText('Line 6, place 5');
  await preview.getByRole('button', { name: 'Do not keep it' }).click();
  await page.getByLabel('Score file').setInputFiles('demo/sources/winter-berth.cho');
  await expect(preview).toContainText('chord chart');
  await preview.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  await expect(page.getByRole('navigation', { name: 'Form of the piece' })).toContainText('Refrain');
  await expect(page.locator('.music .harm').first()).toContainText('C');
  const chart = await readAll(page, 'chordpro');
  expect(chart.chords).toHaveLength(25);
  expect(chart.words.map((word) => word.text).join('')).toContain('har-bour');
});

test('a tune is typed and seen as it is typed, with errors at their place', async ({ page }) => {
  await page.goto('/pieces/new/tune');
  await expectAccessible(page);
  await page.getByLabel('Title').fill('Low Water');
  const text = page.getByLabel('The tune as text (ABC)');
  await text.press('Control+End');
  await text.pressSequentially('"C"C2 E2 G2 c2|"F"A4 ');
  await expect(page.locator('.music .note')).toHaveCount(5);
  await text.pressSequentially('@ A4|');
  const faults = page.getByRole('list', { name: 'Read differently, or left out' });
  await expect(faults).toContainText('“@” is not part of the notation');
  await faults.getByRole('button', { name: 'Line 7, place 22' }).click();
  expect(await text.evaluate((area: HTMLTextAreaElement) => area.value[area.selectionStart])).toBe('@');
  // A draft outlives the page.
  await page.reload();
  await expect(text).toHaveValue(/T:Low Water/);
  await page.keyboard.press('Control+z');
  await text.fill((await text.inputValue()).replace('@ ', ''));
  await expect(faults).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/[^n].+/);
  await expect(page.getByRole('heading', { name: 'Low Water' })).toBeVisible();
});

test('a tune is taken down by ear, by keyboard and by pointing', async ({ page }) => {
  await page.goto('/pieces/new/tune');
  await choose(page, 'Key', 'D major');
  const pad = page.getByRole('group', { name: 'Enter notes by ear' });
  await pad.focus();
  for (const key of ['Shift+D', 'Shift+F', 'h', 'Shift+A', '.', 'Shift+B', 'Space'])
    await page.keyboard.press(key);
  await pad.getByRole('button', { name: 'dotted' }).click();
  await pad.getByRole('button', { name: 'quarter' }).click();
  await pad.getByRole('button', { name: 'C5', exact: true }).click();
  const text = page.getByLabel('The tune as text (ABC)');
  await expect(text).toHaveValue(/D2 F2 A4 \| B6 z2- ?\|? ?z4 =c2|D2 F2 A4 \| B6 z2 \| z4 =c2/);
  await page.keyboard.press('Backspace');
  await expect(text).not.toHaveValue(/=c2/);
  await expect(page.locator('.music .note')).toHaveCount(4);
});

test('a chart is typed with bars and slashes, and kept', async ({ page }) => {
  await page.goto('/pieces/new/chart');
  await expectAccessible(page);
  const text = page.getByLabel('The chart as text');
  await text.press('Control+End');
  await text.pressSequentially('| C / G7 / | Am / / / |\nRefrain:\n| F / Hm / | C / / / |');
  await expect(page.getByRole('list', { name: 'Read differently, or left out' })).toContainText(
    '“Hm” is not a chord',
  );
  await text.fill((await text.inputValue()).replace('Hm', 'Fm'));
  await expect(page.locator('.music .harm')).toHaveCount(6);
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/[^n].+/);
  await page.getByRole('tab', { name: 'Chords' }).click();
  await expect(page.getByRole('row', { name: /Fm/ })).toContainText('outside the key');
});

test('the sound of a passage can be saved', async ({ page }) => {
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles({
    name: 'short.abc',
    mimeType: 'text/plain',
    buffer: Buffer.from('X:1\nT:Short\nM:4/4\nL:1/4\nQ:1/4=240\nK:C\nC E G c|'),
  });
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  await page.waitForURL(/\/pieces\/.+/);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as sound' }).click();
  const wav = readFileSync(await (await download).path());
  expect(wav.subarray(0, 4).toString()).toBe('RIFF');
  const loudest = (from: number, to: number) => {
    let most = 0;
    for (let at = Math.round(from * 44_100); at < to * 44_100; at += 1)
      most = Math.max(most, Math.abs(wav.readInt16LE(44 + 2 * at)));
    return most;
  };
  // Four notes in a second, then silence.
  expect(loudest(0.05, 1)).toBeGreaterThan(2000);
  expect(loudest(2, 2.2)).toBeLessThan(200);
});
