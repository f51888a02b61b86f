import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, StudioServer } from '../e2e/studio';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import { fillStudio } from './full-studio';
import { percentiles } from './measure';
import { pieceOfLength } from './scores';

const ROUNDS = 12;
type Row = Readonly<Record<string, string | number>>;

/** How long the server takes to answer: pages of a full studio, and any page beside a long job. */
export async function benchAnswers(): Promise<{
  readonly pages: readonly Row[];
  readonly beside: readonly Row[];
}> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-full-'));
  process.env.KEY_PATH_DATA = folder;
  const full = fillStudio();
  const studio = new StudioServer(await freePort(), folder);
  await studio.start();
  try {
    const pages: Row[] = [];
    const paths = {
      Today: '/',
      Pieces: '/pieces',
      Piece: `/pieces/${full.pieceId}`,
      Bench: `/bench/${full.arrangementId}`,
      Learners: '/learners',
      Learner: `/learners/${full.learnerId}`,
      Handout: `/handouts/${full.editionId}`,
      Studio: '/studio',
    };
    await untilCompared(studio.url);
    for (const [page, path] of Object.entries(paths)) {
      await answer(studio.url + path);
      const times = [];
      for (let round = 0; round < ROUNDS; round += 1) times.push(await answer(studio.url + path));
      const { median, p95 } = percentiles(times);
      pages.push({ page, 'median, ms': median, 'p95, ms': p95, 'budget, ms': 200 });
    }
    return { pages, beside: await besideLongJobs(studio) };
  } finally {
    await studio.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Another page is asked for again and again while a long piece is read, kept, handed out and exported. */
async function besideLongJobs(studio: StudioServer): Promise<readonly Row[]> {
  const rows: Row[] = [];
  const headers = { origin: studio.url };
  const post = (path: string, form: FormData) =>
    fetch(studio.url + path, { method: 'POST', body: form, headers, redirect: 'manual' });
  const learnerId = await firstLearner(studio);
  for (const measures of [300, 1000]) {
    const file = new File([writeMusicXml(pieceOfLength(measures))], `${measures}.musicxml`);
    let pieceId = '';
    let arrangementId = '';
    let editionId = '';
    const jobs: Readonly<Record<string, () => Promise<unknown>>> = {
      'read and kept': async () => {
        const form = new FormData();
        form.set('file', file);
        form.set('keep', 'yes');
        pieceId = ((await (await post('/api/imports', form)).json()) as { id: string }).id;
      },
      arranged: async () => {
        const form = new FormData();
        form.set('name', 'For the bench');
        const made = await post(`/pieces/${pieceId}?/arrange`, form);
        arrangementId = /\/bench\/([\w-]+)/.exec(await made.text())![1]!;
      },
      'handed out': async () => {
        const form = new FormData();
        form.set('learnerId', learnerId);
        await (await post(`/bench/${arrangementId}?/handOut`, form)).text();
        const register = await (await fetch(`${studio.url}/learners/${learnerId}`)).text();
        editionId = /\/handouts\/([\w-]+)/.exec(register)?.[1] ?? '';
      },
      exported: async () => {
        await (await fetch(`${studio.url}/api/editions/${editionId}/export?format=musicxml`)).arrayBuffer();
      },
    };
    for (const [job, work] of Object.entries(jobs)) {
      const times: number[] = [];
      let isOver = false;
      const started = performance.now();
      const done = work().finally(() => (isOver = true));
      while (!isOver) times.push(await answer(`${studio.url}/learners`));
      await done;
      const tookMs = Math.round(performance.now() - started);
      const { median, p95 } = percentiles(times);
      rows.push({
        work: `another page while ${measures} measures are ${job}`,
        'took, ms': tookMs,
        'median, ms': median,
        'p95, ms': p95,
        'budget p95, ms': 100,
      });
    }
  }
  rows.push({ work: 'memory of the server after all this, MB', 'took, ms': memoryMb(studio) });
  return rows;
}

async function answer(url: string): Promise<number> {
  const started = performance.now();
  const response = await fetch(url);
  // Lines that are still being drawn come after the page; the page stands when its markup does.
  const reader = response.body!.getReader();
  await reader.read();
  const took = performance.now() - started;
  await reader.cancel();
  return took;
}

/** The first look at Today has arrangements compared with their editions; what is measured is the studio at rest. */
async function untilCompared(url: string): Promise<void> {
  while ((await (await fetch(url)).text()).includes('being compared'))
    await new Promise((resolve) => setTimeout(resolve, 1_000));
}

async function firstLearner(studio: StudioServer): Promise<string> {
  const page = await (await fetch(`${studio.url}/learners`)).text();
  return /\/learners\/([\w-]{36})/.exec(page)![1]!;
}

function memoryMb({ pid }: StudioServer): number {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024);
}
