// One command from a clone to the demo studio in a browser.
import { existsSync, rmSync } from 'node:fs';
import { installPackages, run } from './prepare.mjs';

installPackages();
const folder = process.env.KEY_PATH_DATA ?? 'data/demo';
if (process.argv.includes('--fresh')) rmSync(folder, { recursive: true, force: true });
run('npm', ['run', '-s', 'build']);
process.env.KEY_PATH_DATA = folder;
if (!existsSync(`${folder}/key-path.db`)) run(process.execPath, ['--import', 'tsx', 'demo/seed.ts']);
await import('../server.js');
