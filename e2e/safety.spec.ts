import { strToU8, zipSync } from 'fflate';
import {
  arrangeTune,
  choose,
  expect,
  expectSaved,
  importTune,
  showPinnedFingersOnly,
  test,
  waitingForLife,
} from './studio';

test('two windows cannot overwrite each other: replay on the newer state', async ({ page, context }) => {
  await arrangeTune(page);
  const other = waitingForLife(await context.newPage());
  await other.goto(page.url());
  await expect(other.locator('.music svg').first()).toBeVisible();

  await choose(page, 'Key', /^D major/);
  await expectSaved(page);
  await choose(other, 'Left hand', 'open fifth');
  await expect(other.getByText('This arrangement was changed in another window.')).toBeVisible();
  await other.getByRole('button', { name: 'Make my changes on the newer one' }).click();
  await expectSaved(other);
  await expect(other.getByLabel('Key: D major')).toBeVisible();
  await expect(other.getByLabel('Left hand: open fifth', { exact: true })).toBeVisible();

  await other.reload();
  await expect(other.getByLabel('Key: D major')).toBeVisible();
  await expect(other.getByLabel('Left hand: open fifth', { exact: true })).toBeVisible();
});

test('two windows cannot overwrite each other: keep a copy', async ({ page, context }) => {
  await arrangeTune(page);
  const original = page.url();
  const other = waitingForLife(await context.newPage());
  await other.goto(original);
  await expect(other.locator('.music svg').first()).toBeVisible();
  await choose(page, 'Key', /^D major/);
  await expectSaved(page);
  await choose(other, 'Key', /^F major/);
  await other.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByText('Arrangement 1 (copy)')).toBeVisible();
  await expect(other.getByLabel('Key: F major')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Key: D major')).toBeVisible();
});

test('a killed server loses nothing that was shown as saved, and goes on with what was waiting', async ({
  page,
  studio,
}) => {
  await arrangeTune(page);
  await choose(page, 'Key', /^E♭ major/);
  await showPinnedFingersOnly(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('4');
  await expectSaved(page);
  await studio.stop('SIGKILL');

  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('5');
  await expect(page.getByText('Key Path cannot be reached.', { exact: false })).toBeVisible();
  await studio.start();
  await expectSaved(page);

  await page.reload();
  await expect(page.getByLabel('Key: E♭ major')).toBeVisible();
  await expect(page.locator('.music .fing')).toHaveCount(2);
});

test('a killed browser loses nothing that was shown as saved', async ({ browser, studio }) => {
  const first = await browser.newContext({ baseURL: studio.url });
  const page = waitingForLife(await first.newPage());
  await arrangeTune(page);
  await choose(page, 'Left hand', 'held triads');
  await expectSaved(page);
  const url = page.url();
  await first.close();
  const again = waitingForLife(await (await browser.newContext()).newPage());
  await again.goto(url);
  await expect(again.getByLabel('Left hand: held triads', { exact: true })).toBeVisible();
});

test('the server stops cleanly when asked to', async ({ page, studio }) => {
  await importTune(page);
  expect(await studio.stop('SIGTERM')).toBe(0);
});

const NOTE =
  '<note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration><voice>1</voice></note>';
const GOOD = `<?xml version="1.0"?>\n<score-partwise><part-list><score-part id="P1"><part-name/></score-part></part-list>\n<part id="P1"><measure number="1">\n${NOTE}</measure></part></score-partwise>`;

test('broken files are refused with the reason, and the studio goes on', async ({ page }) => {
  const broken: readonly (readonly [string, Buffer | Uint8Array | string, RegExp])[] = [
    ['empty.musicxml', '', /The file is empty/],
    ['picture.xml', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0]), /This is a picture \(PNG\)/],
    ['cut.musicxml', GOOD.slice(0, -60), /breaks off/],
    ['crossed.musicxml', GOOD.replace('</voice>', '</vioce>'), /not well-formed.*line 4/s],
    ['page.xml', '<html></html>', /not a MusicXML score/],
    ['timewise.xml', '<score-timewise></score-timewise>', /timewise/],
    [
      'entities.xml',
      GOOD.replace('<score', '<!DOCTYPE x [<!ENTITY a "b">]><score'),
      /declares its own entities/,
    ],
    ['bomb.mxl', zipSync({ 'score.xml': new Uint8Array(60 * 1024 * 1024) }), /unpacks to far more/],
    ['damaged.mxl', Buffer.from('PK\u0003\u0004nonsense'), /damaged/],
    ['no-score.mxl', zipSync({ 'readme.txt': strToU8('hello') }), /holds no MusicXML/],
    ['silent.musicxml', GOOD.replace('<duration>4</duration>', ''), /no usable duration.*measure 1, line 4/s],
    ['huge.musicxml', Buffer.alloc(11 * 1024 * 1024, 32), /larger than 10 MB/],
  ];
  await page.goto('/pieces');
  for (const [name, content, reason] of broken) {
    await page
      .getByLabel('Score file')
      .setInputFiles({ name, mimeType: 'application/xml', buffer: Buffer.from(content as string) });
    await expect(page.getByRole('alert')).toContainText(`“${name}” was not imported.`);
    await expect(page.getByRole('alert')).toContainText(reason);
  }
  await expect(page.getByText('There are no pieces yet.')).toBeVisible();
  await importTune(page);
  await expect(page.getByRole('heading', { name: 'Lantern on the Quay' })).toBeVisible();
});

test('changes from other sites and other names are refused, and the policy is strict', async ({
  request,
  studio,
}) => {
  const foreign = await request.post('/api/practice', {
    headers: { origin: 'http://elsewhere.example' },
    data: {},
  });
  expect(foreign.status()).toBe(403);
  const renamed = await request.get('/', { headers: { host: 'elsewhere.example' } });
  expect(renamed.status()).toBe(421);
  const page = await request.get(studio.url);
  const policy = page.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).toContain("'wasm-unsafe-eval'");
  expect(policy).not.toMatch(/script-src[^;]*'unsafe-(inline|eval)'/);
  expect((await request.get('/learners/none')).status()).toBe(404);
});
