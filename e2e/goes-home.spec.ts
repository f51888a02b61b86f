import { readFileSync } from 'node:fs';
import { ask, askForm, setTasks, teach } from './ask';
import { choose, expect, expectAccessible, test } from './studio';

test.use({ takesTurns: true });

test('sheets are chosen and put in order by keys and by dragging, remembered for the learner, and saved', async ({
  page,
  studio,
}) => {
  const { edition, learner } = await teach(studio);
  await page.goto(`/handouts/${edition}?learner=${learner}`);
  await expect(page.locator('.pages .music svg').first()).toBeVisible();
  await page.getByRole('checkbox', { name: 'Chord cards' }).check();
  await page.getByRole('checkbox', { name: 'This week' }).check();
  await expect(page.getByRole('article', { name: /: This week$/ })).toBeVisible();
  const titles = () =>
    page
      .getByRole('article')
      .evaluateAll((pages) =>
        pages.flatMap((each) => /: (.+)$/.exec(each.getAttribute('aria-label') ?? '')?.[1] ?? []),
      );
  expect(await titles()).toEqual(['The score', 'Chord cards', 'This week']);

  // Up by its button; then to the front by the keyboard's way of dragging.
  const sheets = page.getByRole('list', { name: 'Sheets, in their order' });
  await sheets.getByRole('button', { name: 'Chord cards: earlier' }).click();
  await sheets.getByRole('button', { name: 'Chord cards: earlier' }).click();
  await expect.poll(titles).toEqual(['Chord cards', 'The score', 'This week']);
  await expect(page.getByText('Laying out the pages')).toHaveCount(0);
  await expectAccessible(page);
  await sheets.getByLabel('Drag The score').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect.poll(titles).toEqual(['The score', 'Chord cards', 'This week']);

  await choose(page, 'Paper', 'Letter');
  await expect(page.getByRole('article').first()).toHaveAttribute('data-paper', 'letter');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF' }).click(),
  ]);
  const bytes = readFileSync(await file.path());
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  const count = await page.getByRole('article').count();
  expect(bytes.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(count);

  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Chord cards' })).toBeChecked();
  await expect(page.getByRole('article').first()).toHaveAttribute('data-paper', 'letter');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('complementary', { name: 'What is printed' })).toBeHidden();
});

test('several learners go into one file, and an edition out as MEI and a zip', async ({ page, studio }) => {
  const { edition } = await teach(studio);
  await page.goto('/handouts/class');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Choose all' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'One file of 1 handout' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('handouts.pdf');
  await expect(page.getByRole('status')).toContainText('The file is saved');

  const mei = await ask(studio, { path: `/api/editions/${edition}/export?format=mei` });
  expect(mei.text).toContain('<mei xmlns="http://www.music-encoding.org/ns/mei"');
  const zip = await ask(studio, { path: `/api/editions/${edition}/export?format=zip` });
  for (const name of ['.musicxml', '.mid', '.abc', '.cho', '.mei', '.pdf', 'lines/line 1.svg'])
    expect(zip.text).toContain(name);
});

test('the week goes into the outbox as a message, and requests are kept', async ({ page, studio }) => {
  const { learner } = await setTasks(studio);
  await page.goto(`/messages?learner=${learner}`);
  await page.getByLabel('To', { exact: true }).fill('family@example.org');
  await page.getByLabel('A few words of your own').fill('It went well today.');
  await page.getByRole('button', { name: 'Lay it into the outbox' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save as .eml' }).click(),
  ]);
  const eml = readFileSync(await file.path(), 'utf8');
  expect(eml).toContain('To: family@example.org');
  expect(eml).toContain('Content-Type: text/html');
  expect(eml).toContain('filename="this week.pdf"');
  expect(eml).toContain('filename=lessons.ics');
  // Without a mail server nothing can be sent.
  await expect(page.getByRole('button', { name: 'Send', exact: true })).toHaveCount(0);

  await page.getByLabel('Who asks').selectOption(learner);
  await page.getByLabel('Title').fill('A song about the tide');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('A song about the tide')).toBeVisible();
  await page.getByLabel('What became of it').selectOption('looking');
  await Promise.all([
    page.waitForResponse((response) => response.url().includes('?/change')),
    page.getByRole('button', { name: 'Keep', exact: true }).first().click(),
  ]);
  await page.reload();
  await expect(page.getByLabel('What became of it')).toHaveValue('looking');
  await expectAccessible(page);
  const refused = await askForm(studio, '/messages?/week', {
    learnerId: learner,
    to: 'nowhere',
    words: '',
    link: '',
  });
  expect(refused.status).toBe(400);
});
