import {
  addLearner,
  arrangeTune,
  choose,
  chosen,
  expect,
  expectAccessible,
  expectSaved,
  handOutTune,
  test,
} from './studio';
import type { Page } from '@playwright/test';
import { plugInKeyboard, sendMidi } from './keyboard-by-cable';

test.use({ takesTurns: true });

/** Presses the middle of the notehead of a note. */
async function pressNote(page: Page, index: number): Promise<void> {
  // Looked up anew until it holds still: a line that is engraved afresh takes its heads away with it.
  await page.locator('.music .note.rh .notehead').nth(index).click({ force: true });
}

test('the pedal is chosen for the piece, painted for a measure, and its points dragged and stepped', async ({
  page,
}) => {
  await arrangeTune(page);
  await choose(page, 'Rung', /^5/);
  await choose(page, 'Pedal', /^legato/);
  const points = page.locator('[data-point]');
  await expect(points.first()).toBeVisible();
  const pedals = page.locator('.music .pedal');
  await expect(pedals.first()).toBeAttached();

  // A measure of its own, by control and by key.
  await page.locator('[data-row="pedal"][data-measure="2"]').click();
  await choose(page, 'Pedal of these measures', /^no pedal/);
  await expect(page.locator('[data-point^="2-"]')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.locator('[data-row="pedal"][data-measure="2"]').click();
  await page.keyboard.press('g');
  await expect(page.locator('[data-point^="2-"]').first()).toBeVisible();

  // The lifting point of measure 1 is dragged to its middle, then stepped on by keyboard.
  const up = page.locator('[data-point="1-0-up"]');
  const box = (await up.boundingBox())!;
  const cell = (await page.locator('[data-row="pedal"][data-measure="1"]').boundingBox())!;
  const whole = Number(await up.getAttribute('aria-valuenow'));
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(cell.x + cell.width / 2, box.y + 4, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => Number(await up.getAttribute('aria-valuenow'))).toBeLessThan(whole);
  const dragged = Number(await up.getAttribute('aria-valuenow'));
  await up.focus();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => Number(await up.getAttribute('aria-valuenow'))).toBe(dragged - 1);
  await expectSaved(page);
  await page.reload();
  await expect(up).toHaveAttribute('aria-valuenow', String(dragged - 1));
  await expectAccessible(page);
  await page.keyboard.press('Control+z');
  await expectSaved(page);
});

test('a reach is measured on the screen and on a digital keyboard, and what is wrong is said at its field', async ({
  page,
}) => {
  await plugInKeyboard(page);
  await page.goto(`${await addLearner(page, 'Ida')}/profile`);
  await page.getByRole('radio', { name: 'Left hand' }).click();
  await page.getByRole('radio', { name: 'Largest' }).click();
  await page.getByRole('button', { name: 'C4', exact: true }).click();
  await page.getByRole('button', { name: 'B4', exact: true }).click();
  await expect(page.getByText('a seventh, 11 semitones')).toBeVisible();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(chosen(page, 'Left hand, largest')).toBeVisible();
  await page.getByRole('radio', { name: 'Right hand' }).click();
  await page.getByRole('radio', { name: 'Comfortable' }).click();
  await page.getByRole('button', { name: 'Use a digital keyboard' }).click();
  await expect(page.getByText('Listening to Stand-in keyboard.')).toBeVisible();
  // A key that is pressed with no force is one that is let go.
  await sendMidi(page, [0x90, 60, 80], [0x90, 69, 80], [0x90, 60, 0], [0x80, 69, 0]);
  await expect(page.getByText('a sixth, 9 semitones')).toBeVisible();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText('Never force a reach').first()).toBeVisible();

  await page.getByLabel('Keys known').fill('C, H');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Write keys such as C, G, Am')).toBeVisible();
  await page.getByLabel('Keys known').fill('C, G');
  await choose(page, 'Pedal', 'feet do not reach it yet');
  await expect(page.getByText('leaves the pedal until the heel stays')).toBeVisible();
  await choose(page, 'Keyboard', '61 keys');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Editions already handed out stay as they are')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the register' }).click();
  await expect(page.getByText('61 keys')).toBeVisible();
  await expect(page.getByText('pedal: feet do not reach it yet')).toBeVisible();
});

test('another learner gets other fingers, what changed is shown, and no pedal where there is none', async ({
  page,
}) => {
  await page.goto(`${await addLearner(page, 'Bram')}/profile`);
  await choose(page, 'Right hand, comfortable', 'a fifth');
  await choose(page, 'Left hand, comfortable', 'a fifth');
  await choose(page, 'Rung', /^5/);
  await choose(page, 'Pedal', 'has none');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await arrangeTune(page);
  await choose(page, 'Rung', /^5/);
  await choose(page, 'Fingers', 'on every note');
  await choose(page, 'Pedal', /^legato/);
  await expect(page.locator('[data-point]').first()).toBeVisible();
  await choose(page, 'Learner', /^Bram/);
  await expect(page.getByText(/Changed since when it was for anyone: measures/)).toBeVisible();
  await expect(page.getByText('(the learner has none)')).toBeVisible();
  await expect(page.locator('[data-point]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText(/Changed since/)).toHaveCount(0);
  await expectSaved(page);
});

test('a finger says why it is there, its alternatives are shown in the music, left, and taken with a letter', async ({
  page,
}) => {
  await arrangeTune(page);
  await choose(page, 'Fingers', 'on every note');
  await pressNote(page, 4);
  await expect(page.getByText(/^\d worked out/)).toBeVisible();
  await page.keyboard.press('Enter');
  const why = page.getByRole('region', { name: /^Why measure/ });
  await expect(why.getByText(/^Finger \d/)).toBeVisible();
  await expect(why.getByText(/^((nearly )?as good|(much )?less easy)/).first()).toBeVisible();
  await expect(why.getByText(/The whole phrase, now/)).toBeVisible();
  const show = why.getByRole('button', { name: /^Show in the music/ }).first();
  await show.click();
  await expect(why.getByText('Shown in the music, not taken yet.')).toBeVisible();
  await expect(page.locator('[data-save-state="saved"]')).toBeVisible();
  await show.click();
  await expect(why.getByText('Shown in the music, not taken yet.')).toHaveCount(0);
  await why.focus();
  await page.keyboard.press('a');
  await expect(page.getByText(/^pinned/)).toBeVisible();
  await expect(why.getByText(/set by hand or came with the score/)).toBeVisible();
  await expectSaved(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^\d worked out/)).toBeVisible();
});

test('a finger rests when its note goes to the other hand, and says so; it stands again when the note is back', async ({
  page,
}) => {
  await arrangeTune(page);
  await pressNote(page, 4);
  await page.keyboard.press('2');
  const two = page.getByRole('group', { name: 'Finger' }).getByRole('button', { name: '2', exact: true });
  await expect(two).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('o');
  await expect(page.getByText('2 rests: it was pinned for the other hand')).toBeVisible();
  await expect(two).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('o');
  await expect(page.getByText('2 rests: it was pinned for the other hand')).toHaveCount(0);
  await expect(two).toHaveAttribute('aria-pressed', 'true');
  await expectSaved(page);
});

test('a count is written in place, by pointing and by keyboard, and given back to the style', async ({
  page,
}) => {
  await arrangeTune(page);
  await choose(page, 'Counts', 'numbers, 1 & 2 &');
  const first = page.locator('.music .count[id="n1c1"]');
  await expect(first).toContainText('2');
  await first.click();
  await page.getByLabel('Say').fill('two');
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(first).toContainText('two');
  await choose(page, 'Counts', 'ta and ti');
  await expect(first).toContainText('two');
  await first.click();
  await page.getByRole('button', { name: 'As the style says' }).click();
  await expect(first).not.toContainText('two');
  await pressNote(page, 3);
  await page.keyboard.press('u');
  await page.getByLabel('Say').fill('now');
  await page.getByLabel('Say').press('Enter');
  await expect(page.locator('.music .count', { hasText: 'now' })).toHaveCount(1);
  await choose(page, 'Which hand is counted', 'each hand apart');
  await expect.poll(() => page.locator('.music .count').count()).toBeGreaterThan(20);
  await choose(page, 'Where counts stand', 'where a rhythm is new');
  await expectSaved(page);
});

test('a handout has fingers by name, pictures of where the hands lie, and cues', async ({ page }) => {
  await handOutTune(page, 'Noor');
  await page.getByRole('link', { name: 'Hands and ways' }).click();
  await choose(page, 'Finger names', 'thumb, index, middle, ring, little');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/^Saved\. Editions already handed out/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to the register' }).click();
  await page.getByRole('link', { name: 'Print' }).click();
  await expect(page.locator('.pages .music svg').first()).toBeVisible();
  const pages = await page.getByRole('article').count();
  // A learner who names the fingers otherwise has that said on the paper.
  await expect(page.getByText(/Fingers: 1 thumb, 2 index/)).toBeVisible();
  await page.getByRole('checkbox', { name: 'Hand positions' }).check();
  await expect(page.getByRole('article')).toHaveCount(pages + 1);
  await expect(page.getByRole('article').last()).toContainText(/hand: . position/);
  await page.getByRole('checkbox', { name: 'Cues' }).check();
  await expect(page.getByRole('article').last()).toContainText('what to look out for');
  await expectAccessible(page);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Hand positions' })).toBeChecked();
});
