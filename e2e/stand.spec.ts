import { ask, askForm, askJson, teach } from './ask';
import { expect, expectAccessible, test, type StudioServer } from './studio';

/** A learner with two tasks set and a link to the stand; the path of the link. */
async function setTasks(studio: StudioServer): Promise<{ readonly path: string; readonly learner: string }> {
  const { learner, assignment } = await teach(studio);
  const started = await askForm(studio, '/?/start', { learnerId: learner, lengthMinutes: '30' });
  const lesson = new URL(started.headers.location!, studio.url).pathname.split('/').at(-1)!;
  const task = { assignmentId: assignment, sectionId: 's0', what: 'new', minutes: 5 };
  const set = await askJson(studio, 'PUT', `/api/lessons/${lesson}`, {
    ...{ do: 'set', learnerId: learner },
    tasks: [
      { ...task, stage: 'right-counts', tempoBpm: 60, sentence: 'Section A, right hand, counting, at 60.' },
      { ...task, stage: 'together', tempoBpm: 56, sentence: 'Section A, both hands, slowly.' },
    ],
  });
  expect(set.status).toBe(200);
  const made = await askForm(studio, `/learners/${learner}/links?/make`, {
    nickname: 'Kit',
    days: '30',
    mayMark: 'yes',
  });
  return { path: /\/l\/[\w-]{22}/.exec(made.text)![0], learner };
}

test.describe('on a tablet, by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });

  test('a day’s tasks: heard, listened to, marked, one after another', async ({ page, studio }) => {
    const { path, learner } = await setTasks(studio);
    await page.goto(path);
    await page.getByRole('link', { name: 'Section A, right hand, counting, at 60.' }).tap();
    await expect(
      page.getByRole('heading', { name: 'Section A, right hand, counting, at 60.' }),
    ).toBeVisible();
    await expect(page.locator('.music svg').first()).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Stand-in' }).tap();
    const heard = page.getByRole('region', { name: 'What was heard' });
    await expect(heard).toContainText('measures with every note as written');
    // Findings are for the learner to read; marking trouble is the teacher's.
    await expect(heard.getByRole('button', { name: 'Mark it' })).toHaveCount(0);
    await heard.getByRole('button', { name: 'Let go of this take' }).tap();
    await page.getByRole('button', { name: 'Slower' }).tap();
    await expect(page.getByText('♩ 54')).toBeVisible();
    await page.getByRole('button', { name: 'It went well' }).tap();
    await expect(page.getByText('Noted down: it went well.')).toBeVisible();
    await page.getByRole('button', { name: 'Next' }).tap();
    await expect(page.getByRole('heading', { name: 'Section A, both hands, slowly.' })).toBeVisible();
    await page.getByRole('button', { name: 'Not yet' }).tap();
    await page.getByRole('button', { name: 'Done' }).tap();
    await expect(
      page.getByText('Today: 1 section practised; it went well once, not yet once.'),
    ).toBeVisible();
    const log = await ask(studio, { path: `/learners/${learner}/log.csv` });
    expect(log.text).toContain('right-counts,clean,54');
    expect(log.text).toContain('together,again,56');
  });
});

test('marks on the stand wait for the network and arrive once; a page-turn pedal turns the tasks', async ({
  page,
  context,
  studio,
}) => {
  const { path, learner } = await setTasks(studio);
  await page.goto(path);
  await page.getByRole('link', { name: 'Section A, both hands, slowly.' }).click();
  await expect(page.locator('.music svg').first()).toBeVisible();
  await context.setOffline(true);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/1 on its way/)).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/on its way/)).toHaveCount(0);
  await page.keyboard.press('PageUp');
  await expect(page.getByRole('heading', { name: 'Section A, right hand, counting, at 60.' })).toBeVisible();
  const log = await ask(studio, { path: `/learners/${learner}/log.csv` });
  expect(log.text.match(/,clean,/g)).toHaveLength(1);
});
