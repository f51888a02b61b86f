// Puts small faults into a folder of the core and tells which ones its own tests do not notice: npm run mutate -- limits
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const CORE = 'src/lib/core';
/** What is mutated, and the direct tests that have to notice. */
const TARGETS = {
  limits: { files: [`${CORE}/limits/*.ts`], tests: [`${CORE}/limits/*.test.ts`] },
  snags: { files: [`${CORE}/snags/*.ts`], tests: [`${CORE}/snags/*.test.ts`] },
  choice: {
    files: [`${CORE}/ladder/choose.ts`, `${CORE}/ladder/candidates.ts`, `${CORE}/ladder/hand-choice.ts`],
    // Whole pieces (climb-ladder.test.ts) would take hours; the direct tests have to notice.
    tests: ['choose', 'candidates', 'hand-choice'].map((file) => `${CORE}/ladder/${file}.test.ts`),
  },
  load: { files: [`${CORE}/load/*.ts`], tests: [`${CORE}/load/*.test.ts`] },
  care: { files: [`${CORE}/care/*.ts`], tests: [`${CORE}/care/*.test.ts`] },
  counting: { files: [`${CORE}/counting/*.ts`], tests: [`${CORE}/counting/*.test.ts`] },
  // Whole pieces (plan-pedal.pieces.test.ts) would take an hour; the direct tests have to notice.
  pedal: { files: [`${CORE}/pedal/*.ts`], tests: [`${CORE}/pedal/!(*.pieces).test.ts`] },
  practice: { files: [`${CORE}/practice/*.ts`], tests: [`${CORE}/practice/*.test.ts`] },
  fingering: {
    files: ['costs', 'usual-shape', 'line-costs'].map((file) => `${CORE}/fingering/${file}.ts`),
    tests: ['costs', 'usual-shape', 'line-costs'].map((file) => `${CORE}/fingering/${file}.test.ts`),
  },
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in TARGETS));
if (unknown.length > 0) {
  console.error(`There is no ${unknown.join(', ')}; name one or more of ${Object.keys(TARGETS).join(', ')}.`);
  process.exit(1);
}

const folder = '.cache/mutate';
mkdirSync(folder, { recursive: true });
/** Mutants that change nothing, with the reason: `file | line of code | mutator | replacement`. */
const equivalent = JSON.parse(readFileSync('scripts/mutants-that-change-nothing.json', 'utf8'));

function mutate(name) {
  const { files, tests } = TARGETS[name];
  const report = `${folder}/${name}.json`;
  const config = `${folder}/${name}.conf.json`;
  writeFileSync(
    config,
    JSON.stringify({
      testRunner: 'vitest',
      plugins: ['@stryker-mutator/vitest-runner'],
      vitest: { configFile: 'vitest.mutate.config.ts', related: false },
      mutate: [...files, '!**/*.test.ts', '!**/*.data.ts'],
      ignoreStatic: true,
      ignorePatterns: ['build', 'data', 'docs', 'test-results', '.cache', '!.svelte-kit'],
      tempDirName: `${folder}/sandbox`,
      reporters: ['json', 'progress-append-only'],
      jsonReporter: { fileName: report },
      concurrency: 2,
      timeoutMS: 20_000,
      incremental: false,
    }),
  );
  const started = Date.now();
  const env = { ...process.env, MUTATE_TESTS: tests.join(',') };
  const run = spawnSync('npx', ['stryker', 'run', config], { stdio: ['ignore', 2, 2], env });
  if (run.status !== 0 || !existsSync(report)) return { name, error: `stryker ended with ${run.status}` };
  return { name, seconds: Math.round((Date.now() - started) / 1000), ...tally(report) };
}

function tally(report) {
  const lived = [];
  let all = 0;
  for (const [file, { mutants, source }] of Object.entries(JSON.parse(readFileSync(report, 'utf8')).files)) {
    const lines = source.split('\n');
    for (const { status, mutatorName, replacement, location } of mutants) {
      if (!['Killed', 'Survived', 'NoCoverage', 'Timeout'].includes(status)) continue;
      all += 1;
      if (status === 'Killed' || status === 'Timeout') continue;
      const { line, column } = location.start;
      const text = lines[line - 1].trim();
      const key = `${file.replace(`${CORE}/`, '')} | ${text} | ${mutatorName} | ${replacement}`;
      lived.push({ key, place: `${file}:${line}:${column}`, mutatorName, replacement, text });
    }
  }
  const real = lived.filter(({ key }) => !(key in equivalent));
  return { all, survived: real.length, equivalent: lived.length - real.length, real };
}

let isOver = false;
for (const name of asked.length > 0 ? asked : Object.keys(TARGETS)) {
  const result = mutate(name);
  if (result.error) {
    console.log(`${name}: ${result.error}`);
    isOver = true;
    continue;
  }
  const share = (100 * result.survived) / Math.max(1, result.all);
  for (const { place, mutatorName, replacement, text } of result.real)
    console.log(`  lived  ${place}  ${mutatorName} → ${replacement}\n         ${text}`);
  console.log(
    `${name}: ${result.survived} of ${result.all} lived (${share.toFixed(1)} %), ${result.equivalent} change nothing; ${result.seconds} s`,
  );
  if (share > 15) isOver = true;
}
process.exit(isOver ? 1 : 0);
