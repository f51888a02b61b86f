// Runs a TypeScript entry (the command line, the benchmarks) straight after a clone.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { installChromium, installPackages, run } from './prepare.mjs';

installPackages({ isQuiet: true });
if (!existsSync('.svelte-kit/tsconfig.json')) {
  spawnSync('node_modules/.bin/svelte-kit', ['sync'], { stdio: ['ignore', 2, 2] });
}
if (process.argv[2]?.startsWith('bench/')) {
  installChromium();
  run('npm', ['run', '-s', 'build'], { isQuiet: true });
}
const result = spawnSync(process.execPath, ['--import', 'tsx', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(result.status ?? 1);
