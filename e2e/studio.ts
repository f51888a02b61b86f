import { test as base, expect, type Locator, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';

/** The built application with a database and a port of its own. */
export class StudioServer {
  #process: ChildProcess | null = null;

  constructor(
    readonly port: number,
    readonly folder: string,
    /** Whether the server draws the first lines of music ahead; where no test is about them, it would only take time. */
    private readonly drawsLines = false,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  get pid(): number | undefined {
    return this.#process?.pid;
  }

  async start(more: Readonly<Record<string, string>> = {}): Promise<void> {
    this.#process = spawn(process.execPath, ['server.js'], {
      env: {
        ...process.env,
        PORT: String(this.port),
        HOST: '127.0.0.1',
        KEY_PATH_DATA: this.folder,
        KEY_PATH_LOG: 'error',
        KEY_PATH_LINES: this.drawsLines ? 'on' : 'off',
        // Four browsers beside it take most of the machine.
        KEY_PATH_PATIENCE: '10',
        ...more,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise<void>((resolve, reject) => {
      this.#process!.stdout!.on('data', (text: Buffer) => {
        if (text.toString().includes('Key Path is at')) resolve();
      });
      this.#process!.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
    });
  }

  /** Ends the server: at once with SIGKILL, as a power cut would, or in order with SIGTERM. */
  async stop(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<number | null> {
    const running = this.#process;
    this.#process = null;
    if (!running || running.exitCode !== null) return running?.exitCode ?? null;
    running.removeAllListeners('exit');
    const ended = new Promise<number | null>((resolve) => running.once('exit', (code) => resolve(code)));
    running.kill(signal);
    return ended;
  }
}

export async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** A server that tests take in turn; what each left behind is removed before the next. */
class SharedStudio {
  private constructor(
    readonly server: StudioServer,
    private readonly empty: string,
  ) {}

  static async open(): Promise<SharedStudio> {
    const server = await openStudio(false);
    const shared = new SharedStudio(server, join(server.folder, 'as-it-began.db'));
    shared.#do((db) => db.prepare('VACUUM INTO ?').run(shared.empty));
    return shared;
  }

  /** Every table as it was when the server had just started. */
  clear(): void {
    this.#do((db) => {
      db.pragma('foreign_keys = OFF');
      db.prepare('ATTACH ? AS empty').run(this.empty);
      const tables = db
        .prepare("SELECT name FROM empty.sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
        .pluck()
        .all() as string[];
      db.transaction(() => {
        for (const table of tables)
          db.exec(`DELETE FROM main."${table}"; INSERT INTO main."${table}" SELECT * FROM empty."${table}"`);
      })();
    });
  }

  #do(work: (db: Database.Database) => void): void {
    const db = new Database(join(this.server.folder, 'key-path.db'), { timeout: 10_000 });
    work(db);
    db.close();
  }
}

async function openStudio(drawsLines: boolean): Promise<StudioServer> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-e2e-'));
  const studio = new StudioServer(await freePort(), folder, drawsLines);
  await studio.start();
  return studio;
}

async function closeStudio(studio: StudioServer): Promise<void> {
  await studio.stop();
  rmSync(studio.folder, { recursive: true, force: true });
}

interface Options {
  studio: StudioServer;
  drawsLines: boolean;
  /** Whether the test takes its turn on a server that others use before and after it, or has one to itself. */
  takesTurns: boolean;
}

export const test = base.extend<Options, { shared: SharedStudio }>({
  drawsLines: [false, { option: true }],
  takesTurns: [false, { option: true }],
  shared: [
    async ({}, use) => {
      const shared = await SharedStudio.open();
      await use(shared);
      await closeStudio(shared.server);
    },
    { scope: 'worker' },
  ],
  studio: async ({ drawsLines, takesTurns, shared }, use) => {
    if (takesTurns) {
      shared.clear();
      await use(shared.server);
    } else {
      const studio = await openStudio(drawsLines);
      await use(studio);
      await closeStudio(studio);
    }
  },
  baseURL: async ({ studio }, use) => use(studio.url),
  page: async ({ page, studio }, use) => {
    origins.set(page, studio.url);
    // The piano's samples are minutes of sound: they are decoded where something is played.
    await page.addInitScript(() =>
      Object.defineProperty(navigator, 'connection', { value: { saveData: true } }),
    );
    // Whatever a test is about: no page may throw on the way.
    const faults: string[] = [];
    page.on('pageerror', (fault) => faults.push(fault.stack ?? fault.message));
    await use(waitingForLife(page));
    expect(faults).toEqual([]);
  },
});

/** The page, which comes back from `goto`, `reload` and `waitForURL` only when the application answers to clicks and keys. */
export function waitingForLife(page: Page): Page {
  const [open, reload, waitForURL] = [page.goto, page.reload, page.waitForURL].map((each) =>
    each.bind(page),
  ) as [Page['goto'], Page['reload'], Page['waitForURL']];
  page.goto = async (...args) => {
    const response = await open(...args);
    await isLive(page);
    return response;
  };
  page.reload = async (...args) => {
    const response = await reload(...args);
    await isLive(page);
    return response;
  };
  page.waitForURL = async (...args) => {
    await waitForURL(...args);
    await isLive(page);
  };
  return page;
}

const isLive = (page: Page) => page.locator('html[data-live]').waitFor({ state: 'attached' });

export { expect };
export { expectAccessible } from './accessible';

export const TUNE = 'demo/sources/lantern-on-the-quay.musicxml';

/** Where the studio of a test's page is. */
const origins = new WeakMap<Page, string>();

/** Where the studio's pages are. */
async function originOf(page: Page): Promise<string> {
  const known = origins.get(page);
  if (known) return known;
  if (page.url() === 'about:blank') await page.goto('/learners');
  return new URL(page.url()).origin;
}

/** Sends a page's form as the browser would; tells where it leads. */
async function send(page: Page, action: string, form: Readonly<Record<string, string>>): Promise<string> {
  const answer = await page.request.post(action, {
    headers: { origin: await originOf(page), accept: 'text/html' },
    form: { ...form },
    maxRedirects: 0,
  });
  const to = answer.headers()['location'];
  if (!to) throw new Error(`${action} answered ${answer.status()}: ${await answer.text()}`);
  return to;
}

async function keepTune(page: Page, file: string): Promise<string> {
  const answer = await page.request.post('/api/imports', {
    headers: { origin: await originOf(page) },
    multipart: {
      file: { name: basename(file), mimeType: 'application/octet-stream', buffer: readFileSync(file) },
      keep: 'yes',
    },
  });
  return ((await answer.json()) as { id: string }).id;
}

/** Has a score kept, and opens it: for what begins with a piece that is there. */
export async function importTune(page: Page, file = TUNE): Promise<void> {
  await page.goto(`/pieces/${await keepTune(page, file)}`);
}

/** Has a score kept and arranged, and opens the Bench: for what begins there. */
export async function arrangeTune(page: Page, file = TUNE): Promise<void> {
  const piece = await keepTune(page, file);
  await page.goto(await send(page, `/pieces/${piece}?/arrange`, { name: 'Arrangement 1' }));
  await expect(page.locator('.music svg').first()).toBeVisible();
}

/** Has the tune arranged for a learner and handed out, and opens the learner's page: for what begins with something to practise. */
export async function handOutTune(page: Page, name: string): Promise<void> {
  const learner = await addLearner(page, name);
  const bench = await send(page, `/pieces/${await keepTune(page, TUNE)}?/arrange`, { name: `For ${name}` });
  const learnerId = learner.replace('/learners/', '');
  await page.goto(await send(page, `${bench}?/handOut`, { learnerId }));
}

export async function openBench(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Arrange it …' }).click();
  await page.getByRole('button', { name: 'Arrange it', exact: true }).click();
  await page.waitForURL(/\/bench\/.+/);
  await expect(page.locator('.music svg').first()).toBeVisible();
}

/** Has a learner kept whose left hand reaches a sixth; tells where the learner's page is. */
export async function addLearner(page: Page, name: string): Promise<string> {
  return send(page, '/learners', { name, spanLeftSemitones: '9' });
}

/** Shows only the fingers that are pinned, so that they can be counted. */
export async function showPinnedFingersOnly(page: Page): Promise<void> {
  await choose(page, 'Fingers', 'only those pinned');
}

/** Chooses from a list: a word of the recipe sentence, or a field anywhere. */
export async function choose(page: Page, name: string, option: string | RegExp): Promise<void> {
  const word = chosen(page, name);
  // Words that seldom change stand in the sentence once they are asked for.
  const more = page.locator('button', { hasText: /^more …$/ });
  if ((await more.isVisible()) && !(await word.isVisible())) await more.click();
  await word.click();
  // A texture says after its name what the rung and the hand say of it.
  const wanted =
    typeof option === 'string'
      ? new RegExp(
          `^${option.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}\\s*(from rung \\d+)?(, )?(wider than the hand)?$`,
        )
      : option;
  await page.locator('[role="listbox"]').getByRole('option', { name: wanted }).click();
}

/**
 * A list to choose from, by its name; what is chosen in it is read after the name. By its attribute: what each element of a
 * page with music is called takes long to find out.
 */
export function chosen(page: Page, name: string): Locator {
  return page.locator(`[aria-label^="${name}: "]`);
}

/** Drags over a row of the Bench from one measure to another; both are looked up anew until they hold still. */
export async function dragOverRow(page: Page, row: string, from: number, to: number): Promise<void> {
  const cell = (measure: number) => page.locator(`[data-row="${row}"][data-measure="${measure}"]`);
  await cell(from).hover({ position: { x: 15, y: 8 } });
  await page.mouse.down();
  await cell(to).hover({ position: { x: 15, y: 8 } });
  await page.mouse.up();
}

export async function expectSaved(page: Page): Promise<void> {
  await isLive(page);
  await expect(page.locator('[data-save-state="saved"]')).toBeVisible();
}
