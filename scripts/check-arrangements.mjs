// Arranges the demo tunes and the pieces of evidence/ for six rungs, three settings and two hands, has an independent checker
// judge them, and writes its table to docs/arrangements-checked.md. The checker's folder is the argument; it needs Python 3.
//
//     npm run evidence -- CHECKER
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const [checker] = process.argv.slice(2);
if (!checker) {
  console.error('Usage: npm run evidence -- CHECKER');
  process.exit(2);
}
const SPANS = [15, 8];
const FOLDERS = ['demo/sources', 'evidence/pieces'];
const PAGE = 'docs/arrangements-checked.md';

const sources = FOLDERS.flatMap((folder) => readdirSync(folder).map((file) => join(folder, file)));
const work = mkdtempSync(join(tmpdir(), 'check-'));
const list = join(work, 'sources.txt');
writeFileSync(list, sources.map((file) => resolve(file)).join('\n'));

function run(command, args) {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 1 << 28 });
  if (status === null || (status !== 0 && !stdout)) {
    console.error(stderr || `${command} could not be run.`);
    process.exit(1);
  }
  return stdout;
}

const ROW = /^(\S+)\s+(\d+)(?:\s+(\d+)\s+(\d+)\s+([\d.]+%))?\s+([\d.]+%)\s+(ok|SHORT|not measured)\s+(.*)$/;

/** The checker's table of a folder of arrangements, row by row. */
function judged(folder, ...options) {
  const table = run('python3', [join(checker, 'check.py'), folder, ...options]);
  return table.split('\n').flatMap((line) => {
    const [, check, tried, breaches = '', told = '', rate = '', target, verdict, title] =
      ROW.exec(line.trimEnd()) ?? [];
    return check ? [{ check, tried, breaches, told, rate, target, verdict, title }] : [];
  });
}

function arranged(name, ...options) {
  const folder = join(work, name);
  console.log(`Arranging ${sources.length} pieces: ${name} …`);
  run(process.execPath, ['--import', 'tsx', join(checker, 'make.mjs'), folder, list, ...options]);
  return folder;
}

const tables = SPANS.map((span) => judged(arranged(`span ${span}`, '--spans', String(span))));
const back = judged(arranged('there and back', '--there-and-back'), '--there-and-back');
const [first, second] = tables;
const bySecond = new Map(second.map((row) => [row.check, row]));
const told = ({ tried, breaches, told }) =>
  `${tried} | ${breaches}${Number(told) > 0 ? ` (+${told} told)` : ''}`;
const rows = first.map((row) => {
  const small = bySecond.get(row.check);
  return `| ${row.title} | ${told(row)} | ${row.rate} | ${small ? `${told(small)} | ${small.rate}` : ' | | '} | ${row.target} |`;
});
const short = [...first, ...second, ...back].filter(({ verdict }) => verdict !== 'ok');

writeFileSync(
  PAGE,
  `# Arrangements, checked

An independent checker of arrangements, which shares no code with this program, read every arrangement of ${sources.length} pieces: the demo tunes
and those in \`evidence/pieces/\` (songs, dances, studies and charts; 2/4 to 12/8; major, minor and modal; pickups, slash and seventh chords), on six rungs, in
three settings (solo, sing-along, study), for a hand that reaches ${SPANS[0]} semitones and for one that reaches ${SPANS[1]}. A breach that a snag or a
loss of the program names is *told* and does not count. Made by \`npm run evidence -- CHECKER\`.

${short.length === 0 ? 'Every target is met.' : `Short of its target: ${[...new Set(short.map(({ check }) => check))].join(', ')}.`}

| What is wrong where it is found | tried, ${SPANS[0]} | breaches | share | tried, ${SPANS[1]} | breaches | share | target |
| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: |
${rows.join('\n')}
${back.map((row) => `| ${row.title}, carried to five other keys and home | ${told(row)} | ${row.rate} | | | | ${row.target} |`).join('\n')}

Pieces: ${sources.map((file) => file.split('/').at(-1)).join(', ')}.
`,
);
rmSync(work, { recursive: true, force: true });
for (const { check, rate, target } of short) console.log(`short: ${check} ${rate} (target ${target})`);
console.log(`Wrote ${PAGE}`);
