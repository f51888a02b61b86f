import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import { basename } from 'node:path';
import { TUNE, type StudioServer } from './studio';

export interface Asking {
  readonly method?: string;
  readonly path: string;
  /** The machine and port that are called, where it is not the studio's own. */
  readonly at?: string;
  readonly host?: string;
  /** Absent: the studio's own, as its pages send it; null: none. */
  readonly origin?: string | null;
  readonly cookie?: string;
  readonly type?: string;
  readonly body?: string | Buffer;
  readonly accept?: string;
  readonly ca?: string;
}

export interface Answered {
  readonly status: number;
  readonly headers: http.IncomingHttpHeaders;
  readonly text: string;
}

/** Asks the studio as any program could, with whatever headers. */
export function ask(studio: StudioServer, asking: Asking): Promise<Answered> {
  const { method = 'GET', path, at = studio.url, host, cookie, type, body, accept, ca } = asking;
  const url = new URL(path, at);
  const origin = asking.origin === undefined ? url.origin : asking.origin;
  const headers: Record<string, string> = {
    host: host ?? url.host,
    ...(origin === null ? {} : { origin }),
    ...(cookie === undefined ? {} : { cookie }),
    ...(type === undefined ? {} : { 'content-type': type }),
    ...(accept === undefined ? {} : { accept }),
    ...(body === undefined ? {} : { 'content-length': String(Buffer.byteLength(body)) }),
  };
  const { request } = url.protocol === 'https:' ? https : http;
  return new Promise((resolve, reject) => {
    const sent = request(
      url,
      {
        method,
        headers,
        agent: false,
        ...(ca ? { ca } : {}),
        ...(host ? { checkServerIdentity: () => undefined } : {}),
      },
      (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('error', reject);
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            headers: response.headers,
            text: Buffer.concat(parts).toString(),
          }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Sends JSON as the pages do. */
export function askJson(
  studio: StudioServer,
  method: string,
  path: string,
  body: unknown,
  more: Partial<Asking> = {},
) {
  return ask(studio, { method, path, type: 'application/json', body: JSON.stringify(body), ...more });
}

/** Sends a form as a page without scripts does. */
export function askForm(
  studio: StudioServer,
  path: string,
  form: Readonly<Record<string, string>>,
  more: Partial<Asking> = {},
) {
  return ask(studio, {
    ...{ method: 'POST', path, type: 'application/x-www-form-urlencoded', accept: 'text/html' },
    body: new URLSearchParams(form).toString(),
    ...more,
  });
}

/** Sends a score to be kept; answers with the id of the piece. */
export async function keepFile(
  studio: StudioServer,
  more: Partial<Asking> = {},
  fields = '',
): Promise<Answered> {
  const boundary = randomUUID();
  const part = (name: string, value: string, file = '') =>
    `--${boundary}\r\nContent-Disposition: form-data; name="${name}"${file ? `; filename="${file}"` : ''}\r\n\r\n${value}\r\n`;
  return ask(studio, {
    ...{ method: 'POST', path: '/api/imports', type: `multipart/form-data; boundary=${boundary}` },
    body:
      part('file', readFileSync(TUNE, 'utf8'), basename(TUNE)) +
      part('keep', 'yes') +
      (fields ? part(fields, 'yes') : '') +
      `--${boundary}--\r\n`,
    ...more,
  });
}

/** A learner with a piece handed out; the ids of all that came about. */
export async function teach(studio: StudioServer, more: Partial<Asking> = {}) {
  const idIn = (answer: Answered) => (JSON.parse(answer.text) as { id: string }).id;
  const at = (answer: Answered) =>
    new URL(answer.headers.location ?? '/none', studio.url).pathname.split('/').at(-1)!;
  const piece = idIn(await keepFile(studio, more));
  const learner = at(
    await askForm(studio, '/learners', { name: 'Quillon Marrowby', spanLeftSemitones: '9' }, more),
  );
  const arrangement = at(await askForm(studio, `/pieces/${piece}?/arrange`, { name: 'For Quillon' }, more));
  const handed = await askForm(studio, `/bench/${arrangement}?/handOut`, { learnerId: learner }, more);
  const assignment = /#a(.+)$/.exec(handed.headers.location ?? '')?.[1] ?? '';
  const page = await ask(studio, { path: `/learners/${learner}`, ...more });
  const edition = /\/handouts\/([\w-]+)/.exec(page.text)?.[1] ?? '';
  return { piece, learner, arrangement, assignment, edition };
}

/** A learner with two tasks set and a link to the stand; the path of the link. */
export async function setTasks(
  studio: StudioServer,
): Promise<{ readonly path: string; readonly learner: string; readonly task: string }> {
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
  if (set.status !== 200) throw new Error(`The week was not set: ${set.text}`);
  const made = await askForm(studio, `/learners/${learner}/links?/make`, {
    nickname: 'Kit',
    days: '30',
    mayMark: 'yes',
  });
  const list = await ask(studio, { path: `/learners/${learner}/stand` });
  const first = /\/stand\/tasks\/([\w-]+)/.exec(list.text)![1]!;
  return { path: /\/l\/[\w-]{22}/.exec(made.text)![0], learner, task: first };
}

/** Every route of the application with the methods that it knows, as the folders of the routes name them. */
export function everyRoute(): readonly {
  readonly route: string;
  readonly isPage: boolean;
  readonly methods: readonly string[];
}[] {
  return readdirSync('src/routes', { recursive: true, withFileTypes: true })
    .filter(({ name }) => name === '+page.svelte' || name === '+server.ts')
    .map(({ name, parentPath }) => {
      const route = parentPath.replace('src/routes', '') || '/';
      const isPage = name === '+page.svelte';
      const text = isPage ? '' : readFileSync(`${parentPath}/${name}`, 'utf8');
      const methods = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'].filter((method) =>
        isPage ? method === 'GET' || method === 'POST' : text.includes(`export const ${method}:`),
      );
      return { route, isPage, methods };
    });
}
