// Makes one file of the whole studio while it runs: `npm run backup [-- FILE]`. Without FILE it goes into the studio's own folder
// of backups. The server runs this, too, by its button and each day.
import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { installPackages } from './prepare.mjs';

if (!process.env.KEY_PATH_BUILD) installPackages({ isQuiet: true });
const { default: Database } = await import('better-sqlite3');

/** Only of use where they were made: who is signed in here, and what can be worked out again. */
const LEFT_OUT = ['sessions', 'prints', 'engraved_lines'];

const folder = process.env.KEY_PATH_DATA ?? 'data';
const source = join(folder, 'key-path.db');
if (!existsSync(source))
  fail(`There is no studio in ${folder}. Set KEY_PATH_DATA to the folder that it is in.`);
const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
const target = resolve(process.argv[2] ?? join(folder, 'backups', `key-path-${stamp}.db`));
const unfinished = `${target}.unfinished`;

try {
  mkdirSync(dirname(target), { recursive: true, mode: 0o700 });
  rmSync(unfinished, { force: true });
  const studio = new Database(source, { fileMustExist: true, timeout: 5_000 });
  await studio.backup(unfinished);
  studio.close();
  const copy = new Database(unfinished);
  copy.pragma('journal_mode = DELETE');
  copy.pragma('secure_delete = ON');
  const has = copy.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?");
  for (const table of LEFT_OUT) if (has.get(table)) copy.exec(`DELETE FROM ${table}`);
  copy.exec('VACUUM');
  const isSound = copy.pragma('quick_check(1)', { simple: true }) === 'ok';
  copy.close();
  if (!isSound) throw new Error('the copy is damaged');
  chmodSync(unfinished, 0o600);
  onDisk(unfinished);
  // Whole, or not there: it gets its name last.
  renameSync(unfinished, target);
  onDisk(dirname(target));
} catch (fault) {
  rmSync(unfinished, { force: true });
  fail(`The backup ${target} was not made (${fault.message}). Nothing else was changed.`);
}
console.log(`The studio was copied to ${target} (${(statSync(target).size / 1e6).toFixed(1)} MB).`);

function onDisk(path) {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

function fail(message) {
  console.error(message);
  process.exit(1);
}
