/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

// Keeps the stand for when there is no network: the application, one learner's pages, sounds. Registered for the stand's
// own pages, and for the scripts of workers, which a browser looks for by their own addresses.

const worker = self as unknown as ServiceWorkerGlobalScope;
const APPLICATION = `application-${version}`;
const BUNDLE = 'stand';
/** What the bundle is: whose, and until when; kept in it as an answer of its own. */
const ABOUT = '/stand/about-this-bundle';
/** Databases in which a learner's marks wait. */
const MARKS = /^key-path-stand-/;

interface About {
  readonly linkId: string;
  readonly expiresAtMs: number;
}

interface KeepRequest extends About {
  readonly kind: 'keep';
  readonly pages: readonly string[];
}

const built: ReadonlySet<string> = new Set(build);

const isOfStand = (pathname: string) => pathname === '/stand' || pathname.startsWith('/stand/');
const isOfApplication = (pathname: string) =>
  pathname.startsWith('/_app/immutable/') || files.includes(pathname);

worker.addEventListener('install', () => void worker.skipWaiting());

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith('application-') && name !== APPLICATION) await caches.delete(name);
      await worker.clients.claim();
    })(),
  );
});

worker.addEventListener('message', (event) => {
  const asked = event.data as KeepRequest;
  if (asked.kind !== 'keep') return;
  const port = event.ports[0];
  event.waitUntil(
    keep(asked).then(
      () => port?.postMessage('kept'),
      () => port?.postMessage('not-kept'),
    ),
  );
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== worker.location.origin) return;
  if (isOfApplication(pathname)) event.respondWith(fromApplication(request));
  else if (isOfStand(pathname)) event.respondWith(fromStand(request, pathname));
});

/** What the build made never changes under its name. */
async function fromApplication(request: Request): Promise<Response> {
  const cache = await caches.open(APPLICATION);
  const kept = await cache.match(request.url);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request.url, answer.clone());
  return answer;
}

/** The network first; what is kept where there is none. A link that holds no more wipes what is kept. */
async function fromStand(request: Request, pathname: string): Promise<Response> {
  let answer: Response;
  try {
    answer = await fetch(request);
  } catch (fault) {
    const about = await readAbout();
    if (about && about.expiresAtMs <= Date.now()) await wipe();
    const kept = await caches.match(pathname, { cacheName: BUNDLE });
    if (kept) return kept;
    throw fault;
  }
  if (answer.status === 401) await wipe();
  return answer;
}

async function keep({ linkId, expiresAtMs, pages }: KeepRequest): Promise<void> {
  const before = await readAbout();
  // One learner at a time: what another had here is not left to be found.
  if (before && before.linkId !== linkId) await caches.delete(BUNDLE);
  const bundle = await caches.open(BUNDLE);
  const about: About = { linkId, expiresAtMs };
  await bundle.put(ABOUT, new Response(JSON.stringify(about)));
  const wanted = new Set<string>(pages.flatMap((page) => [page, `${page}/__data.json`]));
  for (const old of await bundle.keys()) {
    const { pathname } = new URL(old.url);
    if (pathname !== ABOUT && !wanted.has(pathname)) await bundle.delete(old);
  }
  const application = await caches.open(APPLICATION);
  for (const address of wanted) {
    const answer = await fetch(address, { cache: 'no-store' });
    if (answer.status === 401) return wipe();
    if (!answer.ok) continue;
    await bundle.put(address, answer);
  }
  const pagesKept = await Promise.all(pages.map((page) => bundle.match(page)));
  // What a page needs is named in its head and in the header of its answer.
  const texts = await Promise.all(
    pagesKept.map(async (page) => (page ? `${page.headers.get('link')} ${await page.text()}` : '')),
  );
  const samples = files.filter((file) => file.startsWith('/samples/'));
  await keepAll([...samples, ...texts.flatMap((text) => namedIn(text, '/stand'))], application);
}

/** Keeps files of the application with all that they name in turn. */
async function keepAll(addresses: readonly string[], application: Cache): Promise<void> {
  const known = new Set<string>();
  let open = [...addresses];
  while (open.length > 0) {
    const next: string[] = [];
    for (const address of open) {
      if (known.has(address)) continue;
      known.add(address);
      if (!(await application.match(address))) await application.add(address);
      // The entry names every page there is; a page names what it needs itself.
      const isText = /\.(js|css)$/.test(address) && !address.includes('/entry/');
      const kept = isText ? await application.match(address) : undefined;
      if (kept) next.push(...namedIn(await kept.text(), address));
    }
    open = next;
  }
}

/** What workers need beside themselves, which the build does not list. */
const OF_WORKERS = '/_app/immutable/workers/assets/';

const NAME = /(?:\/_app\/immutable\/|\.{1,2}\/|assets\/)[\w./-]+\.(?:js|css|wasm|woff2?)/g;

/** Files of the build that a text names. */
function namedIn(text: string, from: string): readonly string[] {
  const base = new URL(from, worker.location.origin);
  return (text.match(NAME) ?? [])
    .map((name) => new URL(name, base).pathname)
    .filter((name) => built.has(name) || name.startsWith(OF_WORKERS));
}

async function readAbout(): Promise<About | null> {
  const kept = await caches.match(ABOUT, { cacheName: BUNDLE });
  return kept ? ((await kept.json()) as About) : null;
}

/** Nothing of the learner stays in this browser: neither pages nor marks that wait. */
async function wipe(): Promise<void> {
  await caches.delete(BUNDLE);
  for (const { name } of await indexedDB.databases())
    if (name && MARKS.test(name)) indexedDB.deleteDatabase(name);
}
