import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { askForm, askJson } from '../e2e/ask';
import { freePort, StudioServer } from '../e2e/studio';
import { writeMusicXml } from '../src/lib/core/formats/musicxml/write';
import type { SheetChoices } from '../src/lib/core/handout/sheet-choices';
import { SHEET_IDS } from '../src/lib/core/handout/sheets.data';
import { percentiles } from './measure';
import { pieceOfLength } from './scores';

const MEASURES = 64;
const LEARNERS = 10;
/** Between one look at another page and the next: somebody works beside, and does not storm the machine. */
const PAUSE_MS = 100;
type Row = Readonly<Record<string, string | number>>;

const choices: SheetChoices = {
  ...{ sheets: SHEET_IDS, paper: 'a4', noteSize: 'normal', measuresALine: null, octaves: 1 },
  ...{ fingers: true, counts: true, chordSymbols: true, pedal: true, noteNames: false, largeWords: false },
  handsApart: 'alone',
};

/** All sheets of a song as pages and as a file, and a class in one file, with other pages asked for meanwhile. */
export async function benchPaper(): Promise<readonly Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'key-path-paper-'));
  const studio = new StudioServer(await freePort(), folder);
  await studio.start();
  try {
    const { learners, edition } = await handOut(studio);
    const print = (learnerId: string, kind: 'pages' | 'pdf') =>
      askJson(studio, 'POST', `/api/handouts/${edition}/${kind}`, { learnerId, choices });
    // The engraver starts with the first page, and fonts are opened with the first file.
    await print(learners[0]!, 'pdf');
    const rows = [
      await beside(studio, `all sheets of ${MEASURES} measures as pages`, 3_000, () =>
        print(learners[1]!, 'pages'),
      ),
      await beside(studio, `all sheets of ${MEASURES} measures as a file`, 3_000, () =>
        print(learners[2]!, 'pdf'),
      ),
    ];
    for (const each of learners) await print(each, 'pages');
    const handouts = learners.map((learnerId) => ({ editionId: edition, learnerId }));
    rows.push(
      await beside(studio, `${LEARNERS} learners in one file`, 20_000, () =>
        askJson(studio, 'POST', '/api/handouts/class', { handouts }),
      ),
    );
    return rows;
  } finally {
    await studio.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function beside(
  studio: StudioServer,
  work: string,
  budget: number,
  job: () => Promise<{ readonly status: number }>,
): Promise<Row> {
  const times: number[] = [];
  const started = performance.now();
  let isOver = false;
  const done = job().finally(() => (isOver = true));
  while (!isOver) {
    const asked = performance.now();
    await (await fetch(`${studio.url}/learners`)).text();
    times.push(performance.now() - asked);
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
  }
  const { status } = await done;
  if (status !== 200) throw new Error(`${work}: ${status}`);
  return {
    work,
    'took, ms': Math.round(performance.now() - started),
    'budget, ms': budget,
    'another page meanwhile, p95, ms': percentiles(times).p95,
  };
}

async function handOut(studio: StudioServer) {
  const form = new FormData();
  form.set('file', new File([writeMusicXml(pieceOfLength(MEASURES))], 'song.musicxml'));
  form.set('keep', 'yes');
  const headers = { origin: studio.url };
  const kept = await fetch(`${studio.url}/api/imports`, { method: 'POST', body: form, headers });
  const piece = ((await kept.json()) as { id: string }).id;
  const idAt = (location?: string) => new URL(location ?? '/none', studio.url).pathname.split('/').at(-1)!;
  const made = await askForm(studio, `/pieces/${piece}?/arrange`, { name: 'For the bench' });
  const arrangement = idAt(made.headers.location);
  const learners: string[] = [];
  for (let index = 0; index < LEARNERS; index += 1) {
    const added = await askForm(studio, '/learners', {
      name: `Learner ${index + 1}`,
      spanLeftSemitones: '12',
    });
    learners.push(idAt(added.headers.location));
  }
  await askForm(studio, `/bench/${arrangement}?/handOut`, { learnerId: learners[0]! });
  const register = await (await fetch(`${studio.url}/learners/${learners[0]}`)).text();
  return { learners, edition: /\/handouts\/([\w-]+)/.exec(register)![1]! };
}
