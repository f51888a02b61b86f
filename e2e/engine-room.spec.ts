import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { arrangeTune, expect, expectSaved, freePort, importTune, openBench, test } from './studio';

/** The strokes and places of a picture; ids of its parts differ with every engraver. */
const drawn = (svg: string) => (svg.match(/ (?:d|points|transform|[xy])="[^"]*"/g) ?? []).join();

test.describe('the first lines', () => {
  test.use({ drawsLines: true });

  test('come with the page, with the engraver held back, and live ones take their place without a jump', async ({
    page,
    browser,
    studio,
  }) => {
    await importTune(page);
    const piece = page.url();
    await openBench(page);
    const bench = page.url();
    const line = page.locator('.bench-system .music svg').first();
    await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
    const live = drawn(await line.innerHTML());
    for (const url of [piece, bench]) {
      // What the server sends, before any script has run.
      const context = await browser.newContext({ javaScriptEnabled: false, baseURL: studio.url });
      const still = await context.newPage();
      await expect
        .poll(async () => {
          await still.goto(url);
          return still.locator('.music svg').count();
        })
        .toBeGreaterThan(0);
      if (url === bench)
        expect(drawn(await still.locator('.music svg').first().innerHTML()) === live).toBe(true);
      await context.close();
    }
    await page.route('**/engrave.worker*', () => undefined);
    await page.goto(bench);
    await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
    const before = await line.boundingBox();
    expect(drawn(await line.innerHTML()) === live).toBe(true);
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    await page.reload();
    await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
    expect(await line.boundingBox()).toEqual(before);
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByText('E4, right hand, measure 0')).toBeVisible();
  });
});

test('an edit stands in the same moment, and the engraver’s picture takes its place', async ({ page }) => {
  await arrangeTune(page);
  /** What is in the picture before any worker can have answered: the key and the look at it are one turn of the page. */
  const atOnce = (key: string, altKey: boolean) =>
    page.evaluate(
      ({ key, altKey }) => {
        const fives = () =>
          [...document.querySelectorAll('.music .fing')].filter((each) => each.textContent === '5').length;
        const before = fives();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, altKey, bubbles: true }));
        return {
          fivesMore: fives() - before,
          place: document.querySelector('.music .note.is-selected')!.getAttribute('transform'),
        };
      },
      { key, altKey },
    );
  const note = page.locator('.music .note.is-selected').first();
  const selectFirst = async () => {
    await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
    await page.keyboard.press('ArrowRight');
    await expect(note).toBeVisible();
  };
  await selectFirst();
  expect((await atOnce('ArrowUp', true)).place).toBe('translate(0, -90)');
  await expect(page.locator('.music .note[transform]')).toHaveCount(0);
  await expectSaved(page);
  await page.reload();
  await selectFirst();
  expect((await atOnce('5', false)).fivesMore).toBe(1);
  await expect(page.locator(`[id="f-${await note.getAttribute('id')}"]`)).toHaveText('5');

  await page.locator('[data-row="left"]').nth(1).click();
  await page.getByLabel('Chord', { exact: true }).fill('Bbm7');
  const symbols = await page.evaluate(() => {
    document.querySelector<HTMLFormElement>('[aria-label="Selection"] form')!.requestSubmit();
    return [...document.querySelectorAll('.music .harm')].map((each) => each.textContent);
  });
  expect(symbols).toContain('B♭m7');
  await expectSaved(page);
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.locator('.music .harm', { hasText: 'B♭m7' })).toHaveCount(0);
});

test('the next texture of a measure that is looked at stands in the same moment, as it is drawn ever after', async ({
  page,
}) => {
  await arrangeTune(page);
  await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
  await page.locator('[data-row="left"][data-measure="1"]').click();
  /** The line before a key and after it, before any worker can have answered: that would be another turn of the page. */
  const press = (key: string) =>
    page.evaluate(async (key) => {
      const line = document.querySelector('.bench-system .music')!;
      const before = line.innerHTML;
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      for (let turn = 0; turn < 100; turn += 1) await Promise.resolve();
      return { before, after: line.innerHTML };
    }, key);
  let atOnce = '';
  await expect(async () => {
    const { before, after } = await press('x');
    expect(drawn(after) === drawn(before)).toBe(false);
    atOnce = drawn(after);
    // A busy machine takes longer to look ahead.
  }).toPass({ intervals: [200, 500, 1_000, 2_000, 4_000, 8_000] });
  await expectSaved(page);
  await page.reload();
  await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
  const line = page.locator('.bench-system .music').first();
  expect(drawn(await line.innerHTML()) === atOnce).toBe(true);
});

test('keys go about in an open list of the Bench, and not in the music behind it', async ({ page }) => {
  await arrangeTune(page);
  await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
  await page.locator('[data-row="left"][data-measure="1"]').click();
  const choice = page.locator('[aria-label^="Left hand of these measures"]');
  const before = await choice.getAttribute('aria-label');
  await choice.click();
  await expect(page.getByRole('option').and(page.locator('[data-highlighted]'))).toBeVisible();
  for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await expect(choice).not.toHaveAttribute('aria-label', before!);
  await expect(page.getByLabel('Selection').getByText('Measure 1', { exact: true })).toBeVisible();
  // Back on a closed list, a digit is a finger, and chooses nothing.
  const rung = page.locator('[aria-label^="Rung: "]');
  await rung.click();
  await page.getByRole('option').nth(1).click();
  await expect(rung).toBeFocused();
  await expect(rung).toHaveAttribute('aria-label', 'Rung: 2');
  await page.keyboard.press('5');
  await expect(rung).toHaveAttribute('aria-label', 'Rung: 2');
});

test('a stroke that no picture replaces is taken back', async ({ page }) => {
  await arrangeTune(page);
  await expect(page.locator('[data-row="load"][data-measure="0"]')).toContainText('0');
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Other hand' }).click();
  await expectSaved(page);
  const line = page.locator('.bench-system .music svg').first();
  await expect(line.locator('.note.is-selected.lh')).toBeVisible();
  const fingers = () => line.locator('.fing').allTextContents();
  const before = await fingers();
  // The pin rests, since its note has gone to the other hand: nothing is drawn anew.
  await page.keyboard.press('5');
  await expect(page.getByRole('button', { name: /^Undo: .*finger/ })).toBeVisible();
  await expectSaved(page);
  await expect.poll(fingers).toEqual(before);
});

test('a worker that does not start, or stops, says so and is started again', async ({ page }) => {
  await arrangeTune(page);
  const trouble = page.getByRole('alert').filter({ hasText: 'The engraver' });
  for (const [file, words] of [
    ['**/engrave.worker*', 'has stopped or did not start'],
    ['**/engraver-*.wasm', 'has not answered'],
  ] as const) {
    await page.route(file, (route) => route.abort());
    await page.reload();
    await expect(trouble).toContainText(words);
    // What has to be said takes its room from the music, and pushes nothing out of the window.
    await expect(page.getByRole('button', { name: 'Save as sound' })).toBeInViewport({ ratio: 1 });
    await page.unroute(file);
    await trouble.getByRole('button', { name: 'Try again' }).click();
    await expect(page.locator('.bench-system .music svg').first()).toBeVisible();
    await expect(trouble).toHaveCount(0);
  }

  // Ended from within, the arranger gives no sign; the next question goes unanswered.
  const arranger = page.workers().find((worker) => worker.url().includes('arrange.worker'))!;
  await arranger.evaluate(() => self.close());
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('3');
  const silence = page.getByRole('alert').filter({ hasText: 'The arranger' });
  await expect(silence).toContainText('has not answered');
  await silence.getByRole('button', { name: 'Try again' }).click();
  await expect(silence).toHaveCount(0);
  await expect(page.locator('[data-save-state="saved"]')).toBeVisible();
  await expect(page.locator('.bench-system .music svg').first()).toBeVisible();
});

test('the built program does not start on a file that it cannot use, and says which and what to do', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-start-'));
  for (const [content, words] of [
    ['', 'is empty'],
    ['not a database at all, and longer than a header', 'is not a database of Key Path'],
  ] as const) {
    writeFileSync(join(folder, 'key-path.db'), content);
    const run = spawnSync(process.execPath, ['server.js'], {
      env: { ...process.env, PORT: String(await freePort()), KEY_PATH_DATA: folder, KEY_PATH_LOG: 'error' },
      encoding: 'utf8',
    });
    expect(run.status).toBe(1);
    expect(run.stderr).toContain(words);
    expect(run.stderr).toContain(join(folder, 'key-path.db'));
    expect(run.stderr.trim().split('\n')).toHaveLength(1);
  }
  rmSync(folder, { recursive: true });
});

test('a score of forty staves comes in with what each is for, and other pages answer meanwhile', async ({
  page,
  studio,
  request,
}) => {
  const measure = (index: number) =>
    `<measure number="${index + 1}">${index === 0 ? '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>' : ''}${'<note><pitch><step>C</step><octave>4</octave></pitch><duration>1</duration><type>quarter</type></note>'.repeat(4)}</measure>`;
  const parts = Array.from({ length: 40 }, (_, part) => part);
  const xml = `<score-partwise version="4.0"><part-list>${parts
    .map((part) => `<score-part id="P${part}"><part-name>Part ${part + 1}</part-name></score-part>`)
    .join('')}</part-list>${parts
    .map(
      (part) =>
        `<part id="P${part}">${Array.from({ length: 30 }, (_, index) => measure(index)).join('')}</part>`,
    )
    .join('')}</score-partwise>`;
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles({
    name: 'many-staves.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(xml),
  });
  await expect(page.getByRole('button', { name: 'Keep this piece' })).toBeVisible();
  const meanwhile = request.get(`${studio.url}/learners`);
  await page.getByRole('button', { name: 'Keep this piece' }).click();
  expect((await meanwhile).status()).toBe(200);
  await page.waitForURL(/\/pieces\/.+/);
  await expect(page.locator('.music svg').first()).toBeVisible();
});
