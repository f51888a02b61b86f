import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { backfill } from './backfill';
import type { Db } from './db';
import * as schema from './schema';
import { StartFault } from './start-fault';

export interface OpenDatabase {
  readonly db: Db;
  readonly sqlite: Database.Database;
}

/** Written into the file's header, so that it is told from any other program's database: “KPth”. */
const APPLICATION_ID = 0x4b507468;
const OWNER_ONLY = 0o600;

/**
 * Opens the studio's database, checks it, and brings it up to this version. A database that is damaged, foreign, newer or
 * cannot be written is left as it is. @throws StartFault with what is wrong, with which file, and what to do
 */
export function openDatabase(folder: string): OpenDatabase {
  const file = join(folder, 'key-path.db');
  makeFolder(folder);
  const isNew = !existsSync(file);
  if (!isNew) checkFile(file);
  const sqlite = openFile(file);
  try {
    if (!isNew) checkContents(sqlite, file);
    checkWritable(sqlite, file);
    configure(sqlite);
    const db = drizzle(sqlite, { schema });
    const migrations = migrationsFolder();
    const { applied, known } = refuseNewer(sqlite, file);
    const isOlder = applied > 0 && applied < known;
    if (isOlder) copyBefore(sqlite, folder, applied + 1);
    migrateTo(db, migrations, file, isOlder);
    sqlite.pragma(`application_id = ${APPLICATION_ID}`);
    if (isOlder) backfill(db);
    for (const each of [file, `${file}-wal`, `${file}-shm`])
      if (existsSync(each)) chmodSync(each, OWNER_ONLY);
    return { db, sqlite };
  } catch (fault) {
    sqlite.close();
    throw fault;
  }
}

function migrationsFolder(): string {
  return process.env.KEY_PATH_MIGRATIONS ?? 'drizzle';
}

function refuseNewer(sqlite: Database.Database, file: string): { applied: number; known: number } {
  const versions = versionsOf(sqlite, migrationsFolder());
  if (versions.applied > versions.known)
    throw new StartFault(
      `The studio in ${file} was last opened by a newer Key Path (its data is at step ${versions.applied}, this program knows ${versions.known}). Start the newer program, or set KEY_PATH_DATA to another folder.`,
    );
  return versions;
}

function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
  } catch (fault) {
    throw new StartFault(
      `The folder ${folder} for the studio's data cannot be made (${reasonOf(fault)}). Set KEY_PATH_DATA to a folder that can be written.`,
    );
  }
}

/** Checks a file that is not the studio's yet: sound, Key Path's own, and of no newer version. Nothing is written. @throws StartFault */
export function checkDatabaseFile(file: string): void {
  checkHead(file);
  const sqlite = new Database(file, { readonly: true, fileMustExist: true });
  try {
    checkContents(sqlite, file);
    refuseNewer(sqlite, file);
    if (versionsOf(sqlite, migrationsFolder()).applied === 0)
      throw new StartFault(`${file} is an empty database and holds no studio.`);
  } finally {
    sqlite.close();
  }
}

/** What can be told of the file before it is opened as a database. */
function checkFile(file: string): void {
  checkHead(file);
  if ((statSync(file).mode & 0o222) === 0) throw cannotWrite(file);
}

function checkHead(file: string): void {
  const { size } = statSync(file);
  if (size === 0)
    throw new StartFault(
      `${file} is empty, so the studio that was in it is lost or was never there. Put a copy in its place (before-migration-….db beside it, or a backup), or remove the file to begin anew.`,
    );
  const head = headOf(file);
  if (head !== 'SQLite format 3\0')
    throw new StartFault(
      `${file} is not a database of Key Path: it is damaged, or another program's file. Put a copy in its place, or move it away and start again.`,
    );
}

function headOf(file: string): string {
  const handle = openSync(file, 'r');
  const bytes = Buffer.alloc(16);
  readSync(handle, bytes, 0, bytes.length, 0);
  closeSync(handle);
  return bytes.toString('latin1');
}

function openFile(file: string): Database.Database {
  try {
    return new Database(file, { timeout: 1_000 });
  } catch (fault) {
    throw new StartFault(`${file} cannot be opened (${reasonOf(fault)}). Check who may read and write it.`);
  }
}

function checkContents(sqlite: Database.Database, file: string): void {
  const damaged = new StartFault(
    `The studio in ${file} is damaged, and nothing was written into it. Put a copy in its place: before-migration-….db beside it, or a backup.`,
  );
  let tables: readonly string[];
  try {
    if (sqlite.pragma('quick_check(1)', { simple: true }) !== 'ok') throw damaged;
    tables = sqlite.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all() as string[];
  } catch {
    throw damaged;
  }
  const owner = sqlite.pragma('application_id', { simple: true });
  const isOurs = owner === APPLICATION_ID || (owner === 0 && tables.includes('__drizzle_migrations'));
  if (!isOurs && (owner !== 0 || tables.length > 0))
    throw new StartFault(
      `${file} is a database of another program, and nothing was written into it. Move it away, or set KEY_PATH_DATA to another folder.`,
    );
}

function checkWritable(sqlite: Database.Database, file: string): void {
  try {
    sqlite.exec('BEGIN IMMEDIATE; PRAGMA user_version = 0; COMMIT');
  } catch (fault) {
    if (sqlite.inTransaction) sqlite.exec('ROLLBACK');
    if (codeOf(fault).startsWith('SQLITE_BUSY'))
      throw new StartFault(
        `${file} is in use by another program, perhaps a Key Path that is still running. Stop it, then start again.`,
      );
    throw codeOf(fault).startsWith('SQLITE_FULL')
      ? new StartFault(`There is no room left on the disk that holds ${file}. Make room, then start again.`)
      : cannotWrite(file);
  }
}

const cannotWrite = (file: string) =>
  new StartFault(
    `${file} cannot be written, so nothing could be saved. Allow writing to it and to its folder, then start again.`,
  );

function configure(sqlite: Database.Database): void {
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('foreign_keys = ON');
  // Saved means on the disk, even if the power fails the moment after.
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('busy_timeout = 5000');
  // What is erased leaves no bytes behind.
  sqlite.pragma('secure_delete = ON');
}

/** How many migrations the database has had, and how many this program knows. */
function versionsOf(sqlite: Database.Database, migrations: string): { applied: number; known: number } {
  const hasTable = sqlite.prepare("SELECT 1 FROM sqlite_master WHERE name = '__drizzle_migrations'").get();
  const applied = hasTable
    ? (sqlite.prepare('SELECT count(*) FROM __drizzle_migrations').pluck().get() as number)
    : 0;
  const journal = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
    entries: unknown[];
  };
  return { applied, known: journal.entries.length };
}

/** Keeps a copy of the database as it was: written under another name, looked at, and only then given its own. */
function copyBefore(sqlite: Database.Database, folder: string, step: number): void {
  const copy = join(folder, `before-migration-${step}.db`);
  if (existsSync(copy)) return;
  const unfinished = `${copy}.unfinished`;
  try {
    rmSync(unfinished, { force: true });
    sqlite.prepare('VACUUM INTO ?').run(unfinished);
    const written = new Database(unfinished, { readonly: true });
    const isSound = written.pragma('quick_check(1)', { simple: true }) === 'ok';
    written.close();
    if (!isSound) throw new Error('the copy is damaged');
    chmodSync(unfinished, OWNER_ONLY);
    renameSync(unfinished, copy);
  } catch (fault) {
    throw new StartFault(
      `The studio must be brought up to this version, and the copy kept before that could not be made as ${copy} (${reasonOf(fault)}). Nothing was changed. Make room on the disk, then start again.`,
    );
  }
}

function migrateTo(db: Db, migrations: string, file: string, hasCopy: boolean): void {
  try {
    migrate(db, { migrationsFolder: migrations });
  } catch (fault) {
    throw new StartFault(
      `The studio in ${file} could not be brought up to this version (${reasonOf(fault)}). It is as it was${hasCopy ? '; a copy stands beside it' : ''}.`,
    );
  }
}

const codeOf = (fault: unknown) =>
  fault instanceof Error && 'code' in fault && typeof fault.code === 'string' ? fault.code : '';
const reasonOf = (fault: unknown) => (fault instanceof Error ? fault.message : String(fault));
