import type { Page } from '@playwright/test';
import {
  addLearner,
  arrangeTune,
  choose,
  expect,
  expectAccessible,
  expectSaved,
  importTune,
  dragOverRow,
  openBench,
  showPinnedFingersOnly,
  test,
} from './studio';

test.use({ takesTurns: true });

const notesIn = (page: Page, measure: number, hand: 'L' | 'R') =>
  page.locator(`.music .note[id^="g${measure}${hand}"]`);

test('a range of measures is painted by brush and by keyboard, and all of it can be undone', async ({
  page,
}) => {
  await arrangeTune(page);
  await page.locator('[data-row="left"][data-measure="1"]').click();
  await choose(page, 'Paint with', 'held root');
  await dragOverRow(page, 'left', 1, 3);
  await expect(notesIn(page, 2, 'L')).toHaveCount(1);
  await expect(notesIn(page, 4, 'L')).toHaveCount(3);

  // By keyboard: more measures, the next texture, easier, kept, settled.
  await page.keyboard.press('Escape');
  await page.locator('[data-row="load"][data-measure="9"]').click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('-');
  await expect(page.locator('[data-row="load"][data-measure="10"]')).toContainText('easier by 1');
  await page.keyboard.press('k');
  await expect(page.locator('[data-row="load"][data-measure="9"]')).toContainText('tune kept');
  await page.keyboard.press('t');
  await expect(page.locator('[data-row="load"][data-measure="9"]')).toContainText('settled');
  await expectSaved(page);
  for (let step = 0; step < 4; step += 1) await page.keyboard.press('Control+z');
  await expect(page.locator('[data-row="load"][data-measure="9"]')).not.toContainText('kept');
  await expect(notesIn(page, 2, 'L')).toHaveCount(3);
  await expectSaved(page);
  await page.reload();
  await expect(notesIn(page, 2, 'L')).toHaveCount(3);
});

test('a snag is walked to, its reasons read, and remedied with a letter', async ({ page }) => {
  await arrangeTune(page);
  await choose(page, 'Key', /^A♭ major/);
  await page.keyboard.press('n');
  const why = page.getByRole('region', { name: /^Why measure 0/ });
  await expect(why).toContainText('A♭ major has 4 signs, over 2');
  await expectAccessible(page);
  await why.getByRole('button', { name: 'Figures' }).click();
  await expect(why).toContainText('notes a second, of 18');
  await why.focus();
  await page.keyboard.press('a');
  await expect(page.getByLabel(/^Key: (G|A|B♭|F|C) major/)).toBeVisible();
  await expect(why).not.toContainText('4 signs');
  await page.keyboard.press('Escape');
  await expect(why).toHaveCount(0);

  // Another measure, and an alternative taken with its letter.
  await page.locator('[data-row="load"][data-measure="2"]').click();
  await page.keyboard.press('Enter');
  const second = page.getByRole('region', { name: /^Why measure 2/ });
  await expect(second).toContainText('It could also be');
  await second.focus();
  await page.keyboard.press('a');
  await expectSaved(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expectSaved(page);
});

test('what is to mend may stay with a reason, and handing out says what is left', async ({ page }) => {
  await addLearner(page, 'Ida');
  await arrangeTune(page);
  await choose(page, 'Key', /^A♭ major/);
  await page.keyboard.press('n');
  const why = page.getByRole('region', { name: /^Why measure 0/ });
  await why.getByRole('button', { name: 'Leave it, with a reason …' }).first().click();
  // Letters in the field are letters, and no choices.
  await why.getByLabel('Why it may stay').fill('a');
  await why.getByLabel('Why it may stay').pressSequentially(' singer needs it');
  await why.getByRole('button', { name: 'Set it aside' }).click();
  await expect(why).toContainText('Set aside: a singer needs it');
  await expect(page.getByLabel('Key: A♭ major')).toBeVisible();
  await expectSaved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Hand out …' }).click();
  await expect(page.getByRole('dialog')).toContainText('1 set aside');
  await expectAccessible(page);
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();
  await page.locator('[data-row="load"][data-measure="0"]').click();
  await page.keyboard.press('Enter');
  await why.getByRole('button', { name: 'Bring it back' }).click();
  await expect(why).not.toContainText('Set aside: a singer needs it');
});

test('notes are edited in place; a pin rests on a rung without its note, and comes back', async ({
  page,
}) => {
  await arrangeTune(page);
  await showPinnedFingersOnly(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('E4, right hand, measure 0')).toBeVisible();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText('F♯4, right hand, measure 0')).toBeVisible();
  await page.keyboard.press('c');
  await expect(page.getByRole('button', { name: 'Circle', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('d');
  await expect(page.getByRole('button', { name: 'Detached' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('2');
  await expect(page.locator('.music .fing')).toHaveCount(1);
  await expectSaved(page);

  // On the first rung the pickup is one quarter: the eighth is not there.
  await choose(page, 'Rung', /^1/);
  await expect(page.locator('.music .fing')).toHaveCount(0);
  await page.locator('[data-row="load"][data-measure="0"]').click();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: /^Why measure 0/ })).toContainText(
    'rests: its note is not in this version',
  );
  await choose(page, 'Rung', /^3/);
  await expect(page.locator('.music .fing')).toHaveCount(1);
  await expect(page.getByRole('region', { name: /^Why measure 0/ })).not.toContainText('rests:');

  // The other hand, left out, added, another value.
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.locator('[data-row="load"][data-measure="3"]').click();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('C5, right hand, measure 3')).toBeVisible();
  await page.keyboard.press('o');
  await expect(page.getByText('C5, left hand, measure 3')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('a');
  await expect(page.getByText('A4, right hand, measure 3')).toBeVisible();
  await page.keyboard.press('q');
  await expect(
    page.getByRole('group', { name: 'Value' }).getByRole('button', { name: 'quarter' }),
  ).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Delete');
  await expectSaved(page);
});

test('a fix is taken everywhere its measure repeats, and a chord renamed', async ({ page }) => {
  await arrangeTune(page);
  await page.locator('[data-row="left"][data-measure="1"]').click();
  await choose(page, 'Left hand of these measures', 'open fifth');
  await page.getByRole('button', { name: /^The same in / }).click();
  await expect(notesIn(page, 1, 'L')).toHaveCount(2);
  await expect(notesIn(page, 9, 'L')).toHaveCount(2);
  await page.getByLabel('Chord', { exact: true }).fill('nonsense');
  await page.getByRole('button', { name: 'Rename', exact: true }).last().click();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByLabel('Chord', { exact: true }).fill('Bm7');
  await page.getByRole('button', { name: 'Rename', exact: true }).last().click();
  await expect(page.locator('.music .harm', { hasText: 'Bm7' })).toHaveCount(1);
  await expectSaved(page);
});

test('the Ladder shows rungs under one another, makes one, and copies pins', async ({ page }) => {
  await arrangeTune(page);
  await page.locator('[data-row="left"][data-measure="1"]').click();
  await choose(page, 'Left hand of these measures', 'open fifth');
  await expectSaved(page);
  await page.getByRole('link', { name: 'Ladder' }).click();
  await page.waitForURL(/\/ladder$/);
  await expect(page.locator('.music svg').first()).toBeVisible();
  await expect(page.getByRole('img', { name: /^Load by measure: rung 4/ })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Rungs in this line' }).first()).toContainText(
    'broken triads',
  );
  await page.getByRole('button', { name: '1', exact: true }).click();
  await expect(page.getByRole('img', { name: /rung 1 up to/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('with the pins of this one').uncheck();
  await choose(page, 'Make rung', /^2, /);
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.waitForURL(/\/bench\/[^/]+$/);
  await expect(page.getByLabel('Rung: 2')).toBeVisible();
  await page.getByRole('link', { name: 'Ladder' }).click();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(page.getByText('1 pin copied.')).toBeVisible();
});

test('a sung section, two at the piano, and doubled values', async ({ page }) => {
  await arrangeTune(page);
  await choose(page, 'Setting', 'Sing-along');
  await expect(page.locator('.music').first().locator('.staff')).not.toHaveCount(0);
  await expect(notesIn(page, 1, 'R').first()).toBeVisible();
  await choose(page, 'Setting', 'Two at the piano');
  await expect(page.locator('.music .note[id^="tg1"]').first()).toBeVisible();
  await choose(page, 'Setting', 'Solo');
  await choose(page, 'Note values', 'doubled');
  await expect(page.locator('[data-row="load"][data-measure="40"]')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-row="load"][data-measure="40"]')).toHaveCount(0);
  await expectSaved(page);
});

test('the studio’s rungs are edited with validation, previewed, kept and reset', async ({ page }) => {
  await importTune(page);
  await page.goto('/studio');
  await expect(page.getByRole('region', { name: 'Preview' }).locator('.music svg').first()).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Load ceiling of rung 3').fill('5');
  await page.getByLabel('Load ceiling of rung 3').blur();
  await expect(page.getByText('a higher rung must allow at least as much').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep', exact: true })).toBeDisabled();
  await page.getByLabel('Load ceiling of rung 3').fill('40');
  await page.getByLabel('Load ceiling of rung 3').blur();
  await choose(page, 'Left hand, solo, of rung 3', 'shell, root and third');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Arrangements follow from now on')).toBeVisible();

  await page.goto('/pieces');
  await page.getByRole('link', { name: 'Lantern on the Quay' }).click();
  await openBench(page);
  await expect(notesIn(page, 1, 'L')).toHaveCount(2);
  page.on('dialog', (dialog) => void dialog.accept());
  await page.goto('/studio');
  await page.getByRole('button', { name: 'As Key Path comes' }).click();
  await expect(page.getByLabel('Load ceiling of rung 3')).toHaveValue('44');
});

test('an edition is compared with what the arrangement has become', async ({ page }) => {
  await addLearner(page, 'Noor');
  await arrangeTune(page);
  await page.getByRole('button', { name: 'Hand out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand out' }).click();
  await page.waitForURL(/\/learners\/.+/);
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.locator('[data-row="left"][data-measure="5"]').click();
  await choose(page, 'Left hand of these measures', 'held root');
  await choose(page, 'Compare', 'edition 1');
  await expect(page.getByText(/Changed since that edition: measures .*\b5\b/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await choose(page, 'Compare', 'with no edition');
  await choose(page, 'Compare', 'edition 1');
  await expect(page.getByText('nothing has changed since')).toBeVisible();
});

test('fingers are worked out for the learner’s hand, shown at shifts or everywhere, and pinned over', async ({
  page,
}) => {
  await arrangeTune(page);
  await expect(page.locator('.music .fing').first()).toBeVisible();
  const atShifts = await page.locator('.music .fing').count();
  await choose(page, 'Fingers', 'on every note');
  await expect.poll(() => page.locator('.music .fing').count()).toBeGreaterThan(atShifts);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^\d worked out/)).toBeVisible();
  await page.keyboard.press('5');
  await expect(page.getByText(/^pinned/)).toBeVisible();
  await choose(page, 'Fingering style', 'stay in position');
  await choose(page, 'Counts', 'ta and ti');
  await expect(page.locator('.music .count.sounds').first()).toContainText(/t[ai]/);
  await expectSaved(page);
});

test('keys are ranked with their reasons, previewed, and taken', async ({ page }) => {
  await arrangeTune(page);
  await page.getByRole('link', { name: 'Best key' }).click();
  await expect(page.getByText('12 of 12 keys tried at rung 3')).toBeVisible();
  const first = page.getByRole('listitem').first();
  await expect(first).toContainText('C major');
  await first.getByRole('button', { name: 'C major', exact: true }).focus();
  await expect(page.getByText('The first measures in C major')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Weights' }).click();
  const signs = page.getByLabel('signs in the signature');
  await signs.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('12 of 12 keys tried at rung 3')).toBeVisible();
  await expect(page.getByRole('listitem').first()).not.toContainText('signs in the signature');
  await page.getByRole('button', { name: 'As the style has them' }).click();
  await page.getByLabel('Singer’s lowest note').fill('D5');
  await page.getByLabel('highest').fill('A4');
  await expect(page.getByRole('alert')).toContainText('the lower first');
  await page.getByLabel('Singer’s lowest note').fill('A3');
  await page.getByRole('button', { name: 'Rank for this voice' }).click();
  await expect(page.getByRole('img', { name: /the voice$/ }).first()).toBeVisible();
  await expect(page.getByText('12 of 12 keys tried at rung 3')).toBeVisible();
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await page.waitForURL(/\/bench\/[^/]+$/);
  await expect(page.locator('.music svg').first()).toBeVisible();
});
