import Database from 'better-sqlite3';
import { randomUUID } from 'node:crypto';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  watch,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { ask, askForm, askJson, keepFile, teach } from './ask';
import {
  arrangeTune,
  choose,
  expect,
  expectAccessible,
  expectSaved,
  handOutTune,
  test,
  type StudioServer,
} from './studio';

/** The studio's file, looked at while nobody has it open. */
function inDatabase<T>(studio: StudioServer, look: (database: Database.Database) => T): T {
  const database = new Database(join(studio.folder, 'key-path.db'));
  try {
    expect(database.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(database.pragma('foreign_key_check')).toEqual([]);
    return look(database);
  } finally {
    database.close();
  }
}

/** Asks for all of it, again and again, until so many were answered as done; then the server is killed under the rest. */
async function untilKilled<Name extends string>(
  studio: StudioServer,
  afterDone: number,
  acts: Readonly<Record<Name, () => Promise<string | null>>>,
): Promise<readonly { readonly name: Name; readonly id: string }[]> {
  const done: { name: Name; id: string }[] = [];
  let isOver = false;
  await Promise.all(
    (Object.entries(acts) as [Name, () => Promise<string | null>][]).map(async ([name, act]) => {
      while (!isOver) {
        const id = await act().catch(() => null);
        if (id) done.push({ name, id });
        if (done.length >= afterDone && !isOver) {
          isOver = true;
          await studio.stop('SIGKILL');
        }
      }
    }),
  );
  return done;
}

test('killed in the middle of edits, imports, hand-outs and stamps, it has all that it said it had', async ({
  studio,
}) => {
  const { arrangement, assignment, piece } = await teach(studio);
  const kept = {
    steps: [] as string[],
    marks: [] as string[],
    pieces: [] as string[],
    learners: [] as string[],
  };
  for (const [round, afterDone] of [1, 3, 8, 20].entries()) {
    if (round > 0) await studio.start();
    let revision = Number(inRunning(await ask(studio, { path: `/bench/${arrangement}` })));
    const acts = {
      steps: async () => {
        const key = randomUUID();
        const octave = revision % 2 === 0 ? 1 : 0;
        const step = { kind: 'recipe', from: { octave: 1 - octave }, to: { octave } };
        const saved = await askJson(studio, 'POST', `/api/arrangements/${arrangement}/steps`, {
          baseRevision: revision,
          idempotencyKey: key,
          step,
        });
        if (saved.status !== 200) return null;
        revision += 1;
        return key;
      },
      marks: async () => {
        const id = randomUUID();
        const mark = {
          id,
          assignmentId: assignment,
          sectionId: 's0',
          stage: 'listen',
          kind: 'clean',
          tempoBpm: null,
          onDay: Math.floor(Date.now() / 86_400_000),
          correctsId: null,
        };
        return (await askJson(studio, 'POST', '/api/practice', mark)).status === 200 ? id : null;
      },
      pieces: async () => {
        const answer = await keepFile(studio, {}, 'again');
        return answer.status === 200 ? (JSON.parse(answer.text) as { id: string }).id : null;
      },
      learners: async () => {
        const to = (await askForm(studio, '/learners', { name: 'Ida' })).headers.location;
        if (!to) return null;
        const learnerId = to.split('/').at(-1)!;
        const handed = await askForm(studio, `/bench/${arrangement}?/handOut`, { learnerId });
        return handed.status === 303 ? learnerId : null;
      },
    };
    for (const { name, id } of await untilKilled(studio, afterDone, acts)) kept[name].push(id);
  }
  inDatabase(studio, (database) => {
    const all = (sql: string) => new Set(database.prepare(sql).pluck().all());
    const [keys, entries, pieces, holders] = [
      all('SELECT idempotency_key FROM arrangement_history'),
      all('SELECT id FROM practice_entries'),
      all('SELECT id FROM pieces'),
      all('SELECT learner_id FROM assignments'),
    ];
    expect(kept.steps.filter((key) => !keys.has(key))).toEqual([]);
    expect(kept.marks.filter((id) => !entries.has(id))).toEqual([]);
    expect([piece, ...kept.pieces].filter((id) => !pieces.has(id))).toEqual([]);
    expect(kept.learners.filter((id) => !holders.has(id))).toEqual([]);
    expect(kept.steps.length + kept.marks.length).toBeGreaterThan(0);
    // Half of anything: a revision without its step, a piece without its source.
    expect(
      database
        .prepare(
          `SELECT a.id FROM arrangements a WHERE a.revision <> (SELECT count(*) FROM arrangement_history h WHERE h.arrangement_id = a.id)`,
        )
        .all(),
    ).toEqual([]);
    expect(
      database.prepare('SELECT id FROM pieces WHERE id NOT IN (SELECT piece_id FROM source_revisions)').all(),
    ).toEqual([]);
  });
});

/** The revision that the Bench's page was opened at. */
function inRunning({ text }: { readonly text: string }): string {
  return /revision:(\d+)/.exec(text)?.[1] ?? '0';
}

/** The nth time that a file of a folder comes, changes or goes. */
function nthFileEvent(
  folder: string,
  nth: number,
): { readonly happened: Promise<void>; readonly stop: () => void } {
  const watcher = watch(folder, { recursive: true });
  let seen = 0;
  const happened = new Promise<void>((resolve) =>
    watcher.on('change', () => {
      seen += 1;
      if (seen === nth) resolve();
    }),
  );
  return { happened, stop: () => watcher.close() };
}

test('killed in the middle of a backup or a restore, the studio is as it was or as it should become', async ({
  studio,
}) => {
  await teach(studio);
  await askForm(studio, '/studio/backups?/make', {});
  const [name] = readdirSync(join(studio.folder, 'backups'));
  await askForm(studio, '/learners', { name: 'Since then' });
  for (const nth of [1, 2, 3, 5, 8, 12, 17, 23]) {
    const files = nthFileEvent(studio.folder, nth);
    const asked = askForm(studio, '/studio/backups?/restore', { name: name! }).catch(() => null);
    const made = askForm(studio, '/studio/backups?/make', {}).catch(() => null);
    await Promise.race([files.happened, Promise.all([asked, made])]);
    files.stop();
    await studio.stop('SIGKILL');
    await Promise.all([asked, made]);
    const names = inDatabase(studio, (database) =>
      database.prepare('SELECT name FROM learners ORDER BY name').pluck().all(),
    );
    expect(names[0]).toBe('Quillon Marrowby');
    expect([1, 2]).toContain(names.length);
    await studio.start();
    expect(existsSync(join(studio.folder, 'restoring'))).toBe(false);
    expect((await ask(studio, { path: '/learners' })).text).toContain('Quillon Marrowby');
    // Whatever has the name of a backup is a whole one.
    for (const copy of readdirSync(join(studio.folder, 'backups')).filter((each) => each.endsWith('.db'))) {
      const looked = await askForm(studio, '/studio/backups?/look', { name: copy });
      expect([copy, looked.status]).toEqual([copy, 200]);
    }
    if (names.length === 1) await askForm(studio, '/learners', { name: 'Since then' });
  }
});

test('killed in the middle of bringing an older studio up to this version, it comes up whole', async ({
  studio,
}) => {
  for (const nth of [1, 2, 3, 4, 6, 9, 13]) {
    await studio.stop('SIGKILL');
    rmSync(studio.folder, { recursive: true });
    mkdirSync(studio.folder);
    writeOlderStudio(studio.folder);
    const files = nthFileEvent(studio.folder, nth);
    const started = studio.start().catch(() => null);
    await Promise.race([files.happened, started]);
    files.stop();
    await studio.stop('SIGKILL');
    await studio.start();
    expect((await ask(studio, { path: '/learners' })).text).toContain('Old Hand');
    expect(existsSync(join(studio.folder, 'before-migration-8.db'))).toBe(true);
  }
});

/** A studio as the version before the last migrations left it. */
function writeOlderStudio(folder: string): void {
  const migrations = join(folder, 'older');
  cpSync('drizzle', migrations, { recursive: true });
  const journal = join(migrations, 'meta', '_journal.json');
  const all = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { idx: number }[] };
  writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.filter(({ idx }) => idx < 7) }));
  const database = new Database(join(folder, 'key-path.db'));
  migrate(drizzle(database), { migrationsFolder: migrations });
  database.exec(
    `INSERT INTO learners (id, name, span_left_semitones, span_right_semitones, rung, counting_style, notes, created_at_ms)
     VALUES ('l1', 'Old Hand', 9, 9, 1, 'numbers', '', 1)`,
  );
  database.close();
  rmSync(migrations, { recursive: true });
}

test('fifty mark at once, and each mark is there once', async ({ studio }) => {
  const { assignment, learner } = await teach(studio);
  const onDay = Math.floor(Date.now() / 86_400_000);
  const marks = Array.from({ length: 50 }, (_, index) => ({
    ...{ id: randomUUID(), assignmentId: assignment, sectionId: 's0', stage: 'listen', kind: 'clean' },
    ...{ tempoBpm: 40 + index, onDay, correctsId: null },
  }));
  const send = (mark: unknown) => askJson(studio, 'POST', '/api/practice', mark);
  const answers = await Promise.all([...marks, ...marks].map(send));
  expect(answers.map(({ status }) => status)).toEqual(Array<number>(100).fill(200));
  const log = await ask(studio, { path: `/learners/${learner}/log.csv` });
  expect(log.text.match(/,clean,/g)).toHaveLength(50);
  // The same name for something else is refused, whatever else it is.
  const [first] = marks;
  for (const change of [
    { tempoBpm: 200 },
    { kind: 'again' },
    { cleanRuns: 3 },
    { minutes: 5 },
    { onDay: onDay - 1 },
  ])
    expect((await send({ ...first, ...change })).status).toBe(409);
});

test('what makes no sense is refused, and says why', async ({ studio }) => {
  const { assignment, arrangement, piece, learner } = await teach(studio);
  const onDay = Math.floor(Date.now() / 86_400_000);
  const mark = {
    id: randomUUID(),
    assignmentId: assignment,
    sectionId: 's0',
    stage: 'listen',
    kind: 'clean',
    tempoBpm: null,
    onDay,
    correctsId: null,
  };
  for (const [change, status] of [
    [{ onDay: onDay + 40 }, 422],
    [{ onDay: 3 }, 422],
    [{ correctsId: randomUUID() }, 404],
    [{ lessonId: randomUUID() }, 404],
    [{ trouble: { from: 900, to: 901, kind: 'rhythm', hand: null } }, 422],
    [{ trouble: { from: 2, to: 1, kind: 'rhythm', hand: null } }, 400],
  ] as const) {
    const answer = await askJson(studio, 'POST', '/api/practice', { ...mark, ...change });
    expect([change, answer.status]).toEqual([change, status]);
    expect((JSON.parse(answer.text) as { message: string }).message.length).toBeGreaterThan(10);
  }
  const step = (made: unknown) =>
    askJson(studio, 'POST', `/api/arrangements/${arrangement}/steps`, {
      baseRevision: 0,
      idempotencyKey: randomUUID(),
      step: made,
    });
  for (const made of [
    { kind: 'recipe', from: { key: null }, to: { key: 'G#' } },
    { kind: 'recipe', from: { rung: 3 }, to: { rung: 12 } },
    {
      kind: 'pins',
      removed: [],
      added: [{ id: 'chord:900:0', kind: 'chord', measure: 900, tick: 0, symbol: 'C' }],
    },
    {
      kind: 'pins',
      removed: [],
      added: [{ id: 'chord:1:99999999', kind: 'chord', measure: 1, tick: 99_999_999, symbol: 'C' }],
    },
    { kind: 'sections', from: null, to: [{ id: 'a', name: 'A', from: 5, to: 2 }] },
    { kind: 'sections', from: null, to: [{ id: 'a', name: '\u200b', from: 0, to: 2 }] },
  ])
    expect((await step(made)).status).toBeGreaterThanOrEqual(400);
  for (const change of [
    { kind: 'sections', sections: [{ id: 'a', name: 'A', from: 0, to: 900 }] },
    { kind: 'chord', measure: 900, at: 0, symbol: 'C' },
    { kind: 'tune', from: 4, to: 2, place: { part: 0, staff: 0 } },
    { kind: 'text', field: 'title', to: ' \u3164 ' },
  ])
    expect(
      (await askJson(studio, 'POST', `/api/pieces/${piece}/corrections`, { baseRevision: 1, change })).status,
    ).toBe(422);
  for (const name of ['', '\u200b', 'x'.repeat(121)]) {
    expect((await askForm(studio, '/learners', { name })).status).toBe(400);
    expect((await askJson(studio, 'PATCH', `/api/records/learner/${learner}`, { name })).status).toBe(400);
  }
  const key = randomUUID();
  const send = (octave: number) =>
    askJson(studio, 'POST', `/api/arrangements/${arrangement}/steps`, {
      ...{ baseRevision: 0, idempotencyKey: key },
      step: { kind: 'recipe', from: { octave: 0 }, to: { octave } },
    });
  expect([(await send(1)).status, (await send(1)).status, (await send(-1)).status]).toEqual([200, 200, 422]);
});

test('the same file twice is one piece, unless a second is wanted', async ({ studio, page }) => {
  const kept = await Promise.all([keepFile(studio), keepFile(studio)]);
  const [one, two] = kept.map(({ text }) => JSON.parse(text) as { id: string; isThere?: boolean });
  expect(one!.id).toBe(two!.id);
  // The second is told that it is there already.
  expect([one, two].filter((each) => each!.isThere)).toHaveLength(1);
  await page.goto('/pieces');
  await page.getByLabel('Score file').setInputFiles('demo/sources/lantern-on-the-quay.musicxml');
  await expect(page.getByText('This very file is in the studio already', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: 'Lantern on the Quay' }).last().click();
  await expect(page).toHaveURL(/\/pieces\/.+/);
});

test('a learner is deleted, taken back, deleted and erased', async ({ page, studio }) => {
  await handOutTune(page, 'Quillon');
  await page.getByRole('button', { name: 'More for Quillon' }).click();
  await page.getByRole('menuitem', { name: 'Delete …' }).click();
  await expect(page.getByText('1 register', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page).toHaveURL(/\/learners$/);
  await expect(page.getByText('There are no learners yet.', { exact: false })).toBeVisible();
  await page.goto('/studio/deleted');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('Nothing is deleted.', { exact: false })).toBeVisible();
  await page.goto('/learners');
  await page.getByRole('button', { name: 'More for Quillon' }).click();
  await page.getByRole('menuitem', { name: 'Delete …' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.goto('/studio/deleted');
  await page.getByRole('button', { name: 'Erase …' }).click();
  await page.getByRole('button', { name: 'Erase for good' }).click();
  await expect(page.getByText('It was erased from the studio.')).toBeVisible();
  await studio.stop('SIGTERM');
  inDatabase(studio, (database) =>
    expect(database.prepare('SELECT count(*) FROM learners').pluck().get()).toBe(0),
  );
});

test('a backup is made, looked into and put in place', async ({ page }) => {
  await handOutTune(page, 'Quillon');
  await page.goto('/studio/backups');
  await page.getByRole('button', { name: 'Make a backup now' }).click();
  await expect(page.getByText('was made.', { exact: false })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/learners');
  await page.getByRole('button', { name: 'More for Quillon' }).click();
  await page.getByRole('menuitem', { name: 'Rename …' }).click();
  await page.getByLabel('Name or nickname').fill('Renamed');
  await page.getByRole('button', { name: 'Rename', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Renamed' })).toBeVisible();
  await page.goto('/studio/backups');
  await page.getByRole('button', { name: 'Look into it …' }).click();
  await expect(page.getByText('is sound.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Put it in place' }).click();
  await expect(page.getByText('is in place.', { exact: false })).toBeVisible();
  await page.goto('/learners');
  await expect(page.getByRole('link', { name: 'Quillon' })).toBeVisible();
});

test('nobody leaves the Bench with unsaved changes unasked, and undo outlives the visit', async ({
  page,
  studio,
}) => {
  await arrangeTune(page);
  const bench = page.url();
  await choose(page, 'Key', /^D major/);
  await expectSaved(page);
  await studio.stop('SIGKILL');
  await choose(page, 'Left hand', 'open fifth');
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await expect(page.getByText('Not everything is saved')).toBeVisible();
  await page.getByRole('button', { name: 'Stay here' }).click();
  await expect(page).toHaveURL(bench);
  await studio.start();
  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await expect(page).toHaveURL(/\/pieces$/);
  await page.goto(bench);
  await expect(page.getByLabel('Left hand: open fifth', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: the left hand' }).click();
  await page.getByRole('button', { name: 'Undo: the key' }).click();
  await expectSaved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
});

test('a stamp whose answer was lost is not known, and is made once when asked again', async ({
  page,
  studio,
}) => {
  await handOutTune(page, 'Quillon');
  let isLost = true;
  await page.route('**/api/practice', async (route) => {
    if (!isLost) return route.continue();
    isLost = false;
    await route.fetch();
    await route.abort('connectionreset');
  });
  await page
    .getByRole('button', { name: /Listen.*not stamped/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Stamp', exact: true }).click();
  await expect(page.getByText('It is not known whether', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Stamp', exact: true }).click();
  await expect(page.getByRole('button', { name: /Listen.*: stamped/ }).first()).toBeVisible();
  const learner = new URL(page.url()).pathname.split('/').at(-1)!;
  const log = await ask(studio, { path: `/learners/${learner}/log.csv` });
  expect(log.text.trim().split('\n')).toHaveLength(2);
});
