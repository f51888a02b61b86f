// Takes damaged files all the way: read, looked at, arranged, handed out, written and read again. None may break anything, take
// over its time, or take much memory: the heap is kept small, so that what is no longer needed is not counted. `npm run fuzz --
// CASES SEED`; other cases each time where no seed is named.
import { strToU8, zipSync } from 'fflate';
import { readFileSync, readdirSync } from 'node:fs';
import { writeMidiFile } from '../src/lib/core/formats/midi/write';
import { allTheWay } from '../src/lib/testing/all-the-way';
import { demoTunes } from '../src/lib/testing/demo-tunes';
import { mutate, randomFrom } from '../src/lib/testing/mutate';

const COUNT = Number(process.argv[2] ?? 10_000);
const SEED = Number(process.argv[3] ?? Date.now() % 1_000_000);
const LONGEST_MS = 3000;
/** Arranged, written four times over and read again, a long piece takes its time. */
const LONGEST_MS_A_MEASURE = 40;
const MOST_MEMORY_MB = 400;

const FOLDER = new URL('../demo/sources/', import.meta.url);
const seeds: { name: string; bytes: Uint8Array }[] = readdirSync(FOLDER).map((name) => ({
  name,
  bytes: new Uint8Array(readFileSync(new URL(name, FOLDER))),
}));
for (const { file, score } of demoTunes()) seeds.push({ name: `${file}.mid`, bytes: writeMidiFile(score) });
const [first] = seeds.filter(({ name }) => name.endsWith('.musicxml'));
seeds.push({ name: 'packed.mxl', bytes: zipSync({ 'score.xml': first!.bytes }) });
seeds.push({ name: 'crowded.abc', bytes: strToU8(crowdedTune()) });
seeds.push({
  name: 'chart.txt',
  bytes: strToU8('Verse:\n| C / G7 / | Am |\nC      F\nwords under chords\n'),
});

/** Nearly as many notes in each measure as are taken, over both hands. */
function crowdedTune(): string {
  const run = (steps: string) => `${steps.repeat(100)}|${steps.repeat(80)}|`;
  return `X:1\nM:4/4\nL:1/64\nK:G\nV:1\n${run('gabc')}\n${run('dBAe')}\nV:2\n${run('G,D,')}\n${run('[CE]F,')}\n`;
}

const random = randomFrom(SEED);
const tally = { wholeWay: 0, refused: 0, slowestMs: 0, slowest: '', mostMemoryMb: 0 };
const faults: string[] = [];
for (let index = 0; index < COUNT; index += 1) {
  const seed = seeds[Math.floor(random() * seeds.length)]!;
  const bytes = mutate(seed.bytes, random);
  const started = performance.now();
  let longestMs = LONGEST_MS;
  try {
    const { isWhole, measures } = allTheWay(bytes, seed.name, 1 + (index % 6));
    if (isWhole) tally.wholeWay += 1;
    else tally.refused += 1;
    longestMs = LONGEST_MS + measures * LONGEST_MS_A_MEASURE;
  } catch (error) {
    faults.push(`case ${index}, ${seed.name}: ${(error as Error).stack?.split('\n').slice(0, 3).join(' ')}`);
  }
  const tookMs = performance.now() - started;
  if (tookMs > tally.slowestMs)
    Object.assign(tally, { slowestMs: Math.round(tookMs), slowest: `case ${index}, ${seed.name}` });
  if (tookMs > longestMs) faults.push(`case ${index}, ${seed.name}: took ${Math.round(tookMs)} ms`);
  if (index % 200 === 0)
    tally.mostMemoryMb = Math.max(tally.mostMemoryMb, Math.round(process.memoryUsage().rss / 1024 / 1024));
}
if (tally.mostMemoryMb > MOST_MEMORY_MB) faults.push(`memory rose to ${tally.mostMemoryMb} MB`);
console.log(JSON.stringify({ cases: COUNT, seed: SEED, ...tally, faults: faults.length }));
for (const fault of faults.slice(0, 20)) console.error(fault);
process.exit(faults.length === 0 ? 0 : 1);
