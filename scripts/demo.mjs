// One command from a clone to the demo studio in a browser.
import { existsSync, rmSync } from 'node:fs';
import { installPackages, run } from './prepare.mjs';

installPackages({ isQuiet: true });
const folder = process.env.KEY_PATH_DATA ?? 'data/demo';
if (process.argv.includes('--fresh')) rmSync(folder, { recursive: true, force: true });
console.log('Building…');
run('npm', ['run', '-s', 'build'], { isQuiet: true });
process.env.KEY_PATH_DATA = folder;
if (!existsSync(`${folder}/key-path.db`)) {
  console.log('Loading the demo studio…');
  run(process.execPath, ['--import', 'tsx', 'demo/seed.ts']);
}
await import('../server.js');
