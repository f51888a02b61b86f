import Database from 'better-sqlite3';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { closeDatabase, database } from './client';
import { learners } from './schema';

let folder = '';

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'key-path-db-'));
  process.env.KEY_PATH_DATA = folder;
});

afterEach(() => {
  closeDatabase();
  delete process.env.KEY_PATH_MIGRATIONS;
  rmSync(folder, { recursive: true });
});

it('keeps a copy of the database as it was before a migration changes it', () => {
  const learner = {
    id: 'l1',
    name: 'Ida',
    birthYear: null,
    spanLeftSemitones: 9,
    spanRightSemitones: 9,
    rung: 1,
    countingStyle: 'numbers' as const,
    notes: '',
    createdAtMs: 1,
  };
  database().insert(learners).values(learner).run();
  closeDatabase();

  const migrations = join(folder, 'migrations');
  cpSync('drizzle', migrations, { recursive: true });
  const journalFile = join(migrations, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(journalFile, 'utf8'));
  const last = journal.entries.at(-1);
  journal.entries.push({ ...last, idx: last.idx + 1, when: last.when + 1, tag: 'next' });
  writeFileSync(journalFile, JSON.stringify(journal));
  writeFileSync(join(migrations, 'next.sql'), 'ALTER TABLE learners ADD COLUMN extra text;');
  process.env.KEY_PATH_MIGRATIONS = migrations;

  expect(database().select().from(learners).all()).toMatchObject([learner]);
  const copy = new Database(join(folder, `before-migration-${journal.entries.length}.db`), {
    readonly: true,
  });
  expect(copy.prepare('SELECT name FROM learners').all()).toEqual([{ name: 'Ida' }]);
  expect(
    copy.prepare("SELECT count(*) AS n FROM pragma_table_info('learners') WHERE name = 'extra'").get(),
  ).toEqual({ n: 0 });
  copy.close();
});

it('opens with the safe settings', () => {
  database();
  closeDatabase();
  const raw = new Database(join(folder, 'key-path.db'), { readonly: true });
  expect(raw.pragma('journal_mode', { simple: true })).toBe('wal');
  raw.close();
});
