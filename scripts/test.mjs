// Type check, lint, fences, unit and browser tests; closes with one line that counts them all.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { installChromium, installPackages } from './prepare.mjs';

installPackages();
installChromium();
rmSync('.cache/test', { recursive: true, force: true });
mkdirSync('.cache/test', { recursive: true });

let passed = 0;
let failed = 0;

function step(name, command, args, env = {}) {
  console.log(`\n== ${name}`);
  const result = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
  return result.status === 0;
}

/** Runs scripts side by side; what each said is shown once it is over. */
async function checks(scripts) {
  const results = await Promise.all(
    Object.entries(scripts).map(
      ([name, script]) =>
        new Promise((resolve) => {
          const child = spawn('npm', ['run', '-s', script], { stdio: ['ignore', 'pipe', 'pipe'] });
          let said = '';
          child.stdout.on('data', (text) => (said += text));
          child.stderr.on('data', (text) => (said += text));
          child.on('close', (code) => resolve({ name, said, ok: code === 0 }));
        }),
    ),
  );
  for (const { name, said, ok } of results) {
    console.log(`\n== ${name}\n${said}`);
    if (ok) passed += 1;
    else failed += 1;
  }
}

function count(ok, file, read) {
  let counts = { passed: 0, failed: 0 };
  try {
    counts = read(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    console.error(`No readable report in ${file}: ${error.message}`);
  }
  passed += counts.passed;
  // A runner that broke before it could report is a failure too.
  failed += counts.failed || (ok ? 0 : 1);
}

await checks({ types: 'check', lint: 'lint', fences: 'fences' });

const unitReport = '.cache/test/unit.json';
const unitOk = step('unit tests', 'npx', [
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile=${unitReport}`,
]);
count(unitOk, unitReport, (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests }));

if (step('build', 'npm', ['run', '-s', 'build'], { KEY_PATH_COMPRESS: 'no' })) {
  const browserReport = '.cache/test/browser.json';
  const browserOk = step('browser tests', 'npx', ['playwright', 'test', '--reporter=list,json'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport,
  });
  count(browserOk, browserReport, ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
  }));
} else {
  failed += 1;
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
