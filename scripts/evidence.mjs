// What the program says, held against what is known: learners made up (docs/learners-simulated.md), players made up (docs/takes-heard.md), and with the folder of an
// independent checker the arrangements (docs/arrangements-checked.md).
//
//     npm run evidence [-- CHECKER]
import { spawnSync } from 'node:child_process';

const [checker] = process.argv.slice(2);
const steps = [
  ['--import', 'tsx', 'evidence/learners.ts'],
  ['--import', 'tsx', 'evidence/hearing.ts'],
  ...(checker ? [['scripts/check-arrangements.mjs', checker]] : []),
];
for (const step of steps) {
  const { status } = spawnSync(process.execPath, step, { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
}
