// Takes the pictures in docs/screenshots from the demo studio that runs at the given address (npm run demo first).
import { chromium } from '@playwright/test';
import { chromiumPath } from './prepare.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4173';
const folder = 'docs/screenshots';
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-sync'],
});
const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } });
page.on('pageerror', (error) => console.error(error.message));

/** Nothing is pointed at, so that no hint covers what is shown. */
async function take(name) {
  await page.mouse.move(960, 22);
  await page.screenshot({ path: `${folder}/${name}.png` });
}
const allEngraved = () =>
  page.waitForFunction(
    () =>
      document.querySelector('.music svg') !== null &&
      [...document.querySelectorAll('.music')].every((line) => line.querySelector('svg')) &&
      document.fonts.status === 'loaded',
  );

async function openArrangement(name) {
  await page.goto('/pieces');
  await page.getByRole('link', { name }).click();
  await page.waitForURL(/\/bench\//);
  await allEngraved();
  // The first lines come with the page; what stands beneath them is worked out in it.
  await page.locator('[data-row="load"]', { hasText: /\d/ }).first().waitFor();
}

await page.goto('/');
await take('today');
await page
  .getByRole('button', { name: /Start the lesson/ })
  .first()
  .click();
await page.waitForURL(/\/lessons\//);
await allEngraved();
await page.keyboard.press('Enter');
await page.keyboard.press('a');
await page.locator('[data-marks="saved"]').waitFor();
// The stand-in slips now and then: it plays until it has, and what was heard of it is shown.
const heard = page.getByRole('region', { name: 'What was heard' });
for (
  let takes = 0;
  takes < 8 && (await heard.getByRole('button', { name: 'Mark it' }).count()) === 0;
  takes += 1
) {
  await page.getByRole('button', { name: 'Stand-in' }).click();
  await heard.getByText('measures with every note as written').waitFor();
}
await take('lesson');
await page.goto('/goals');
await take('goals');
await page.goto('/pieces');
await take('pieces');
await page.getByRole('link', { name: 'Two Boats in the Basin' }).click();
await page.waitForURL(/\/pieces\//);
await allEngraved();
await page.getByRole('tab', { name: 'Chords' }).click();
await page.locator('.harm[id^="h"]').nth(3).click();
await page.getByLabel('Chord in measure 4').waitFor();
await page.waitForFunction(() => document.querySelector('.is-sounding') === null);
await take('piece');
await page.goto('/pieces/new/tune');
await page.getByLabel('Title').fill('Low Water');
await page.getByLabel(/^Metre: /).click();
await page.getByRole('option', { name: '3/4', exact: true }).click();
const text = page.getByLabel('The tune as text (ABC)');
await text.press('Control+End');
await text.pressSequentially(
  'D2|"G"G2 B2 d2|"Em"e4 d2|"Am"c2 B2 A2|"D7"F4 D2|\n"G"G2 B2 d2|"C"g4 e2|"D7"d2 c2 A2|"G"G4|]',
);
await page.locator('.music .note').nth(19).waitFor();
await allEngraved();
await take('tune');
await page.goto('/chords');
await page.getByLabel('Chord symbol').fill('D7/F#');
await page.getByRole('region', { name: 'Third inversion' }).waitFor();
await allEngraved();
await page.getByRole('button', { name: 'Three notes under three fingers' }).click();
await page
  .getByRole('region', { name: /^Playing freely/ })
  .evaluate((part) => part.scrollIntoView({ block: 'end' }));
await take('chord-cards');
await openArrangement('Held chords, rung 3');
await page.locator('[data-row="left"][data-measure="6"]').click();
await page.keyboard.press('ArrowRight');
await page.locator('.note.is-selected').first().waitFor();
await page.getByText(/worked out|pinned/).waitFor();
await take('bench');
await page.keyboard.press('Escape');
await page.locator('[data-row="load"][data-measure="1"]').click();
await page.keyboard.press('ArrowRight');
await page.keyboard.press('ArrowRight');
await page.locator('.note.is-selected').first().waitFor();
await page.keyboard.press('Enter');
await page.getByText('The whole phrase, now').waitFor();
await take('bench-why');
await page.goto(page.url() + '/ladder');
await page.locator('canvas, [role="img"] svg').first().waitFor();
await allEngraved();
await take('ladder');
await openArrangement('Moving chords, rung 4');
await page.getByLabel(/^Counts: /).click();
await page.getByRole('option', { name: 'numbers, 1 & 2 &' }).click();
await page.locator('.music .count').first().waitFor();
await page.locator('[data-row="pedal"][data-measure="1"]').click();
await page.waitForFunction(() => document.querySelector('[data-save-state="saved"]') !== null);
await take('bench-fingers');
await page.getByRole('link', { name: 'Best key' }).click();
await page.getByText('12 of 12 keys tried').waitFor();
await page.getByRole('button', { name: 'Weights' }).click();
await page.getByRole('listitem').first().getByRole('button').first().focus();
await page.getByText('The first measures in').waitFor();
await allEngraved();
await take('keys');
await openArrangement('Held chords, rung 3');
await page.locator('[data-row="load"][data-measure="3"]').click();
await page.keyboard.press('v');
await page
  .getByRole('region', { name: /^Voice the chords/ })
  .getByText('(held triads)')
  .waitFor();
await page.keyboard.press('ArrowRight');
await page.getByText('as you set it').waitFor();
await allEngraved();
await take('bench-voicing');
await page.keyboard.press('Backspace');
await page.waitForFunction(() => document.querySelector('[data-save-state="saved"]') !== null);
await page.goto('/studio');
await page.getByRole('region', { name: 'Preview' }).locator('.music svg').first().waitFor();
await take('studio');
await page.goto('/learners');
await page.getByRole('link', { name: 'Tam' }).click();
await page
  .getByRole('img', { name: /^Tempo by date/ })
  .locator('svg')
  .waitFor();
await page
  .locator('section[id^="a"]')
  .first()
  .evaluate((section) => section.scrollIntoView());
await take('register');
await page.getByRole('link', { name: 'Print' }).first().click();
await page.locator('.pages .music svg').first().waitFor();
for (const sheet of ['Chord cards', 'Hand positions', 'This week'])
  await page.getByRole('checkbox', { name: sheet }).check();
await page.getByRole('article', { name: /: This week$/ }).waitFor();
await take('handout');
await page.goto('/learners');
await page.getByRole('link', { name: 'Elske' }).click();
await page.getByRole('link', { name: 'Hands and ways' }).click();
await page.getByRole('button', { name: 'C4', exact: true }).click();
await page.getByRole('button', { name: 'D5', exact: true }).click();
await take('learner');
await page.goto('/messages');
await page.getByLabel('Who asks').selectOption({ label: 'Ida' });
await page.getByLabel('Title').fill('The song from the harbour feast');
await page.getByRole('button', { name: 'Write it down' }).click();
await page.getByText('The song from the harbour feast').first().waitFor();
await page.getByRole('combobox', { name: /^Learner/ }).selectOption({ label: 'Bram' });
await page.getByLabel('To', { exact: true }).fill('family@example.org');
await page.getByLabel('A few words of your own').fill('The bridge went well today.');
await page.getByRole('button', { name: 'Lay it into the outbox' }).click();
await page.getByText('to family@example.org').first().waitFor();
await take('messages');
// The learner's own stand, by a link, as a tablet on the music desk shows it.
await page.goto('/learners');
await page.getByRole('link', { name: 'Bram' }).click();
await page.getByRole('link', { name: 'Links', exact: true }).click();
await page.getByLabel('Nickname on its page').fill('Kit');
await page.getByLabel('May note down practice').check();
await page.getByRole('button', { name: 'Make a link' }).click();
await page.getByRole('img', { name: 'QR code of the link' }).waitFor();
const link = await page.getByRole('status').getByRole('link').first().getAttribute('href');
await page.setViewportSize({ width: 1180, height: 820 });
await page.goto(link);
await page.getByRole('listitem').getByRole('link').nth(1).click();
await allEngraved();
await take('stand');
await browser.close();
