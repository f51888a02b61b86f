import { mkdirSync, readFileSync } from 'node:fs';
import { ask, askForm, askJson, everyRoute, teach, type Answered } from './ask';
import { openToNetwork, PASSPHRASE, restartWithPassphrase, secondAddress } from './second-address';
import { expect, expectAccessible, test, type StudioServer } from './studio';

const OPEN = ['/sign-in', '/l/[token]', '/trust', '/trust/authority.pem'];
const OF_LEARNERS = [
  '/stand',
  '/stand/editions/[id]',
  '/stand/tasks/[id]',
  '/stand/api/marks',
  '/stand/api/takes',
  '/stand/api/takes/[id]',
];

const cookieOf = (answer: Answered) => (answer.headers['set-cookie']?.[0] ?? '').split(';')[0]!;

async function signIn(studio: StudioServer, more = {}): Promise<string> {
  const answer = await askForm(studio, '/sign-in', { passphrase: PASSPHRASE }, more);
  expect(answer.status).toBe(303);
  return cookieOf(answer);
}

/** Makes a learner's link; the path that its address has. */
async function linkFor(studio: StudioServer, learner: string, form: Record<string, string>, cookie?: string) {
  const page = await askForm(
    studio,
    `/learners/${learner}/links?/make`,
    { nickname: 'Kit', days: '30', ...form },
    { ...(cookie ? { cookie } : {}) },
  );
  return /\/l\/[\w-]{22}/.exec(page.text)![0];
}

test('every route is closed to every wrong key', async ({ studio }) => {
  const { learner, edition } = await teach(studio);
  const path = await linkFor(studio, learner, { mayMark: 'yes' });
  await restartWithPassphrase(studio);
  const link = cookieOf(await ask(studio, { path }));
  expect(link).toMatch(/^key-path-stand=/);
  const token = link.split('=')[1]!;
  const wrongKeys = [
    undefined,
    'key-path=',
    `key-path=${'A'.repeat(43)}`,
    'key-path=%00; key-path-stand=%ff',
    link,
    `key-path=${token}`,
    `${link}; key-path=${token}`,
  ];
  const told: string[] = [];
  for (const { route, methods } of everyRoute()) {
    if (OPEN.includes(route)) continue;
    const filled = route
      .replace('[kind]', 'learner')
      .replace('[task]', learner)
      .replace('[id]', route.includes('editions') ? edition : learner);
    for (const method of methods)
      for (const cookie of wrongKeys) {
        // A learner's own routes are for the learner.
        if (OF_LEARNERS.includes(route) && cookie?.includes(link)) continue;
        for (const suffix of method === 'GET' ? ['', '/__data.json'] : ['']) {
          const answer = await ask(studio, {
            ...{
              method,
              path: filled.replace(/\/$/, '') + suffix || '/',
              type: 'application/json',
              accept: 'text/html',
            },
            ...(method === 'GET' ? {} : { body: '{}' }),
            ...(cookie === undefined ? {} : { cookie }),
          });
          const leads = answer.headers.location ?? '';
          const isClosed =
            (answer.status === 303 && leads.startsWith('/sign-in')) ||
            [401, 403, 404, 405].includes(answer.status) ||
            (answer.status === 200 && answer.text.startsWith('{"type":"redirect","location":"/sign-in'));
          if (!isClosed || answer.text.includes('Quillon'))
            told.push(`${method} ${filled}${suffix} ${cookie}: ${answer.status}`);
        }
      }
  }
  expect(told).toEqual([]);
});

test('a learner’s link opens the learner’s own and nothing else, until it is withdrawn', async ({
  studio,
  page,
}) => {
  const own = await teach(studio);
  const other = await askForm(studio, '/learners', { name: 'Bram Other', spanLeftSemitones: '9' });
  expect(other.status).toBe(303);
  const path = await linkFor(studio, own.learner, {});
  const opened = await ask(studio, { path });
  expect(opened.headers['set-cookie']?.[0]).toMatch(/Path=\/stand; .*HttpOnly/);
  expect([opened.status, opened.headers.location, opened.headers['referrer-policy']]).toEqual([
    303,
    '/stand',
    'no-referrer',
  ]);
  const cookie = cookieOf(opened);
  const stand = await ask(studio, { path: '/stand', cookie });
  expect(stand.status).toBe(200);
  expect(stand.text).toContain('Kit: what is set');
  const music = await ask(studio, { path: `/stand/editions/${own.edition}`, cookie });
  expect(music.status).toBe(200);
  // A nickname at most: neither a name, nor what the teacher calls the arrangement, nor anybody else.
  for (const text of [stand.text, music.text]) expect(text).not.toMatch(/Quillon|Marrowby|Bram/);
  expect((await ask(studio, { path: '/stand/editions/another', cookie })).status).toBe(404);
  // The link reads only.
  const mark = {
    id: crypto.randomUUID(),
    assignmentId: own.assignment,
    sectionId: 's',
    stage: 'listen',
    kind: 'clean',
    tempoBpm: null,
  };
  expect((await askJson(studio, 'POST', '/stand/api/marks', mark, { cookie })).status).toBe(403);
  expect((await ask(studio, { path: '/l/AAAAAAAAAAAAAAAAAAAAAA' })).status).toBe(404);

  await page.goto(`${studio.url}${path}`);
  await expect(page).toHaveURL(/\/stand$/);
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Lantern on the Quay' }).click();
  await expect(page.locator('.music svg, svg').first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'MusicXML' })).toHaveCount(0);

  await page.goto(`/learners/${own.learner}/links`);
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByText('withdrawn on', { exact: false })).toBeVisible();
  expect((await ask(studio, { path: '/stand', cookie })).status).toBe(401);
  expect((await ask(studio, { path })).status).toBe(404);
});

test('a learner who may marks for themselves, and for nobody else', async ({ studio }) => {
  const own = await teach(studio);
  const cookie = cookieOf(
    await ask(studio, { path: await linkFor(studio, own.learner, { mayMark: 'yes' }) }),
  );
  const mark = {
    id: crypto.randomUUID(),
    assignmentId: own.assignment,
    sectionId: 's0',
    stage: 'listen',
    kind: 'clean',
    tempoBpm: null,
  };
  const send = (body: unknown) => askJson(studio, 'POST', '/stand/api/marks', body, { cookie });
  expect((await send({ ...mark, assignmentId: crypto.randomUUID() })).status).toBe(404);
  expect((await send({ ...mark, kind: 'passed' })).status).toBe(400);
  expect((await send({ ...mark, markedBy: 'teacher' })).status).toBe(400);
  expect((await send({ ...mark, sectionId: 'none' })).status).toBe(404);
  expect((await send(mark)).status).toBe(200);
  expect((await send(mark)).status).toBe(200);
  expect((await send({ ...mark, kind: 'again' })).status).toBe(409);
  const log = await ask(studio, { path: `/learners/${own.learner}/log.csv` });
  expect(log.text.match(/,learner,/g)).toHaveLength(1);
});

test('the passphrase: asked for on every page, slow after wrong tries, signed out everywhere', async ({
  studio,
  page,
}) => {
  await restartWithPassphrase(studio);
  await page.goto('/pieces');
  await expect(page).toHaveURL(/\/sign-in\?to=%2Fpieces$/);
  await expectAccessible(page);
  await page.getByLabel('Passphrase').fill('not this one');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByRole('alert')).toHaveText('This is not the passphrase.');
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page).toHaveURL(/\/pieces$/);
  const cookie = await signIn(studio);
  await page.goto('/studio/access');
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page).toHaveURL(/\/sign-in/);
  expect((await ask(studio, { path: '/pieces', cookie })).status).toBe(303);

  // Nobody is led to another site, and guesses get slower, many at once too.
  const away = await askForm(studio, '/sign-in?to=//evil.example', { passphrase: PASSPHRASE });
  expect(away.headers.location).toBe('/');
  // All at once, the right one last: however slow the machine is, none waits out the pause of those before it.
  const guesses = [...Array.from({ length: 12 }, () => 'guess'), PASSPHRASE];
  const tries = await Promise.all(
    guesses.map((passphrase) => askForm(studio, '/sign-in', { passphrase }).then(({ status }) => status)),
  );
  expect(tries.filter((status) => status === 429).length).toBeGreaterThanOrEqual(7);
  expect(tries.at(-1)).toBe(429);
});

test('other names, other sites and other machines are refused', async ({ studio }) => {
  for (const host of [
    'evil.example',
    `evil.example:${studio.port}`,
    '127.0.0.1:1',
    `localhost.evil.example:${studio.port}`,
  ])
    expect([host, (await ask(studio, { path: '/', host })).status]).toEqual([host, 421]);
  for (const origin of ['https://evil.example', 'null', `http://localhost:${studio.port}`, null])
    for (const { method, path } of [
      { method: 'POST', path: '/learners' },
      { method: 'PUT', path: '/api/settings/arranging' },
      { method: 'DELETE', path: '/api/records/learner/x' },
      { method: 'PATCH', path: '/api/records/learner/x' },
    ]) {
      const answer = await askJson(studio, method, path, {}, { origin });
      expect([origin, path, answer.status]).toEqual([origin, path, 403]);
    }
  expect((await ask(studio, { path: '/', host: `localhost:${studio.port}` })).status).toBe(200);
});

test('from a second address: closed without a passphrase, by HTTPS and by plain HTTP with one', async ({
  studio,
  browser,
}) => {
  const address = secondAddress();
  test.skip(!address, 'This machine is in no network.');
  await expect(ask(studio, { path: '/', at: `http://${address}:${studio.port}` })).rejects.toThrow();

  const { plain, secure, ca } = await openToNetwork(studio, address!);
  const signed = await askForm(studio, '/sign-in', { passphrase: PASSPHRASE }, { at: secure, ca });
  expect(signed.headers['set-cookie']?.[0]).toMatch(/HttpOnly.*Secure|Secure.*HttpOnly/);
  expect((await ask(studio, { path: '/pieces', at: secure, ca, cookie: cookieOf(signed) })).status).toBe(200);
  await expect(ask(studio, { path: '/', at: secure })).rejects.toThrow(/certificate|issuer/);
  expect((await ask(studio, { path: '/', at: secure, ca, host: 'evil.example' })).status).toBe(421);
  const trust = await ask(studio, { path: '/trust', at: plain });
  expect(trust.text).toContain(secure);
  expect((await ask(studio, { path: '/trust/authority.pem', at: plain })).text).toBe(ca);

  // Over plain HTTP a browser has no secure context: saving and stamping work, and the page says what is missing.
  const context = await browser.newContext({ baseURL: plain });
  const page = await context.newPage();
  await page.goto('/sign-in');
  expect(await page.evaluate(() => [window.isSecureContext, typeof crypto.randomUUID])).toEqual([
    false,
    'undefined',
  ]);
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Come in' }).click();
  await page.waitForURL(`${plain}/`);
  await expect(page.getByText('This page came over plain HTTP', { exact: false })).toBeVisible();
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const own = await teach(studio, { at: plain, cookie });
  await page.goto(`/learners/${own.learner}`);
  await page.locator('html[data-live]').waitFor({ state: 'attached' });
  await page
    .getByRole('button', { name: /Listen.*not stamped/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Stamp', exact: true }).click();
  await expect(page.getByRole('button', { name: /Listen.*: stamped/ }).first()).toBeVisible();
  await page.goto(`/bench/${own.arrangement}`);
  await page.getByLabel(/^Key: /).click();
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^D major/ })
    .click();
  await expect(page.locator('[data-save-state="saved"]')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Key: D major')).toBeVisible();
  await context.close();
});

test('what is asked in the wrong shape is refused with a sentence, and never breaks the server', async ({
  studio,
}) => {
  const { learner, arrangement, edition, piece } = await teach(studio);
  mkdirSync(`${studio.folder}/backups`, { recursive: true });
  const shapes = [
    { type: 'application/json', body: '{"' },
    { type: 'application/json', body: 'null' },
    { type: 'application/json', body: '[[[[]]]]' },
    { type: 'application/json', body: '{"__proto__":{"name":"x"},"name":{"toString":1}}' },
    { type: 'text/plain', body: 'name=x' },
    { type: 'application/x-www-form-urlencoded', body: 'name=%00&name=%ff&id=__proto__' },
    { type: 'multipart/form-data; boundary=x', body: '--y\r\nbroken' },
    { type: 'multipart/form-data', body: 'no boundary' },
    { type: 'application/octet-stream', body: Buffer.alloc(1_000, 0xff) },
  ];
  const ids: Record<string, string> = {
    pieces: piece,
    learners: learner,
    bench: arrangement,
    arrangements: arrangement,
    editions: edition,
    handouts: edition,
  };
  const broken: string[] = [];
  for (const { route, isPage, methods } of everyRoute()) {
    const own = ids[route.split('/').find((part) => part in ids) ?? ''] ?? 'none';
    for (const id of [own, 'none', '%00', '..%2f..%2fetc', 'x'.repeat(5_000)]) {
      const path = route
        .replace('[id]', id)
        .replace('[kind]', 'learner')
        .replace('[task]', learner)
        .replace('[token]', id)
        .replace('[name]', id);
      for (const method of methods) {
        if (method === 'GET') {
          const { status } = await ask(studio, { path });
          if (status >= 500) broken.push(`GET ${path.slice(0, 80)}: ${status}`);
          if (status === 200 && route.includes('[id]') && id !== own)
            broken.push(`GET ${path.slice(0, 80)}: ${status}`);
          continue;
        }
        const actions = isPage ? ['', '?/none', ...actionsOf(route)] : [''];
        for (const action of actions)
          for (const { type, body } of shapes) {
            // These do what they do without being told more, on a record that is there.
            if (
              !isPage &&
              (route.includes('settings') || id === own) &&
              ['DELETE', 'POST'].includes(method) &&
              /records|deletions|sign-out|settings/.test(route)
            )
              continue;
            if (/signOutEverywhere|make$|reset/.test(action) && !action.includes('links')) continue;
            const { status } = await ask(studio, {
              method,
              path: path + action,
              type,
              body,
              accept: 'text/html',
            });
            if (status >= 500 || (status < 300 && !isPage))
              broken.push(`${method} ${path.slice(0, 60)}${action} ${type}: ${status}`);
          }
        if (id.length > 100) break;
      }
    }
  }
  expect(broken).toEqual([]);
  expect((await ask(studio, { path: '/pieces' })).status).toBe(200);
});

/** The named actions of a page, as its file has them. */
function actionsOf(route: string): readonly string[] {
  try {
    const text = readFileSync(`src/routes${route === '/' ? '' : route}/+page.server.ts`, 'utf8');
    const [, actions = ''] = text.split('export const actions');
    return [...actions.matchAll(/^ {2}(\w+): (?:async )?\(/gm)].map(([, name]) => `?/${name}`);
  } catch {
    return [];
  }
}

test('too much is not read at all', async ({ studio }) => {
  const much = Buffer.alloc(13 * 2 ** 20);
  expect(
    (
      await ask(studio, {
        method: 'POST',
        path: '/api/practice',
        type: 'application/json',
        body: much,
      }).catch(() => ({ status: 413 }))
    ).status,
  ).toBe(413);
  expect((await ask(studio, { path: '/' })).status).toBe(200);
});
