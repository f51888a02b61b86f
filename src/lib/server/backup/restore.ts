import Database from 'better-sqlite3';
import { closeSync, cpSync, existsSync, fsyncSync, mkdirSync, openSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { closeDatabase, database, dataFolder } from '../db/client';
import { checkDatabaseFile, openDatabase } from '../db/open-database';
import { StartFault } from '../db/start-fault';
import type { Outcome } from '../outcome';

/** What a studio holds, by count. */
export interface StudioContents {
  readonly learners: number;
  readonly pieces: number;
  readonly arrangements: number;
  readonly editions: number;
  readonly lessons: number;
  readonly entries: number;
  /** When anything of it was changed last. */
  readonly lastChangeMs: number | null;
}

type Unreadable = Outcome<never, 'not-a-studio'>;

const refuse = (message: string): Unreadable => ({ ok: false, code: 'not-a-studio', message });

/** What is in the studio now. */
export function contentsNow(): StudioContents {
  return contentsOf(database().$client);
}

function contentsOf(sqlite: Database.Database): StudioContents {
  const columns = (table: string) =>
    (sqlite.pragma(`table_info(${table})`) as readonly { name: string }[]).map(({ name }) => name);
  const count = (table: string): number => {
    const own = columns(table);
    if (own.length === 0) return 0;
    const only = own.includes('deletion_id') ? 'WHERE deletion_id IS NULL' : '';
    return sqlite.prepare(`SELECT count(*) FROM ${table} ${only}`).pluck().get() as number;
  };
  const last = (table: string, column: string): number =>
    columns(table).includes(column)
      ? ((sqlite.prepare(`SELECT max(${column}) FROM ${table}`).pluck().get() as number | null) ?? 0)
      : 0;
  const lastChangeMs = Math.max(
    last('pieces', 'imported_at_ms'),
    last('arrangements', 'updated_at_ms'),
    last('assignments', 'assigned_at_ms'),
    last('practice_entries', 'created_at_ms'),
    last('lessons', 'started_at_ms'),
    last('learners', 'created_at_ms'),
  );
  return {
    learners: count('learners'),
    pieces: count('pieces'),
    arrangements: count('arrangements'),
    editions: count('editions'),
    lessons: count('lessons'),
    entries: count('practice_entries'),
    lastChangeMs: lastChangeMs || null,
  };
}

/** Looks into a file before anything is put in place: is it a sound studio that this program knows, and what is in it? */
export function lookInto(file: string): Outcome<StudioContents, 'not-a-studio'> {
  let sqlite: Database.Database | null = null;
  try {
    checkDatabaseFile(file);
    sqlite = new Database(file, { readonly: true, fileMustExist: true });
    if (sqlite.pragma('integrity_check(1)', { simple: true }) !== 'ok')
      return refuse('The file is damaged, and nothing was changed.');
    if ((sqlite.pragma('foreign_key_check') as readonly unknown[]).length > 0)
      return refuse('In this file records are missing on which others stand, and nothing was changed.');
    if (sqlite.prepare("SELECT 1 FROM sqlite_master WHERE type IN ('trigger', 'view')").get())
      return refuse('The file holds programs of its own, as no backup does. Nothing was changed.');
    return { ok: true, value: contentsOf(sqlite) };
  } catch (fault) {
    // The advice that follows is for a studio that does not start.
    const [why] = fault instanceof StartFault ? fault.message.replaceAll(file, 'The file').split('. ') : [];
    return refuse(`${why ?? 'The file is damaged or cut short'}. Nothing was changed.`);
  } finally {
    sqlite?.close();
  }
}

const PREPARING = 'restoring';

/** What a restoring that was broken off left behind; the studio itself was not touched by it, or is the restored one. */
export function clearBrokenRestore(): void {
  rmSync(join(dataFolder(), PREPARING), { recursive: true, force: true });
}

/**
 * Puts a backup in place of the studio. It is checked, brought up to this version and given the present passphrase beside the studio
 * first; the present is kept as a copy; then one renaming puts it in place. Broken off at any point, the studio is either as it was
 * or the restored one. Links to learners' pages are withdrawn: one that was withdrawn since would otherwise hold again.
 */
export function restore(
  file: string,
  nowMs: number,
): Outcome<{ readonly contents: StudioContents; readonly copy: string }, 'not-a-studio' | 'not-restored'> {
  const looked = lookInto(file);
  if (!looked.ok) return looked;
  const folder = dataFolder();
  const preparing = join(folder, PREPARING);
  const prepared = join(preparing, 'key-path.db');
  clearBrokenRestore();
  try {
    mkdirSync(preparing, { mode: 0o700 });
    cpSync(file, prepared);
    prepare(preparing, nowMs);
    const copy = keepPresent(folder, nowMs);
    putInPlace(prepared, join(folder, 'key-path.db'));
    return { ok: true, value: { contents: contentsNow(), copy } };
  } catch (fault) {
    return {
      ok: false,
      code: 'not-restored',
      message: `The backup was not put in place (${fault instanceof Error ? fault.message : String(fault)}). The studio is as it was.`,
    };
  } finally {
    clearBrokenRestore();
  }
}

/** Brings a copy of the backup up to this version, and gives it what belongs to the present and not to the past. */
function prepare(folder: string, nowMs: number): void {
  const present = database().$client;
  const { sqlite } = openDatabase(folder);
  try {
    compareTables(present, sqlite);
    for (const table of ['access', 'sessions', 'housekeeping']) {
      const rows = present.prepare(`SELECT * FROM ${table}`).all() as readonly Record<string, unknown>[];
      sqlite.exec(`DELETE FROM ${table}`);
      for (const row of rows) {
        const columns = Object.keys(row);
        sqlite
          .prepare(`INSERT INTO ${table} (${columns.join()}) VALUES (${columns.map(() => '?').join()})`)
          .run(...Object.values(row));
      }
    }
    sqlite.prepare('UPDATE share_links SET withdrawn_at_ms = ? WHERE withdrawn_at_ms IS NULL').run(nowMs);
    leaveAsOneFile(sqlite);
  } finally {
    sqlite.close();
  }
}

/** A file may say that it has had every change of this version without having had it. */
function compareTables(present: Database.Database, prepared: Database.Database): void {
  const columns = `SELECT m.name || '.' || c.name FROM sqlite_master m, pragma_table_info(m.name) c WHERE m.type = 'table'`;
  const has = new Set(prepared.prepare(columns).pluck().all());
  const missing = present
    .prepare(columns)
    .pluck()
    .all()
    .find((column) => !has.has(column));
  if (missing !== undefined) throw new Error(`it lacks ${String(missing)}, so it is no whole studio`);
}

function keepPresent(folder: string, nowMs: number): string {
  const name = `before-restore-${new Date(nowMs).toISOString().slice(0, 23).replaceAll(/[:.]/g, '-')}.db`;
  const copy = join(folder, name);
  rmSync(`${copy}.unfinished`, { force: true });
  database().$client.prepare('VACUUM INTO ?').run(`${copy}.unfinished`);
  onDisk(`${copy}.unfinished`);
  renameSync(`${copy}.unfinished`, copy);
  return name;
}

function putInPlace(prepared: string, place: string): void {
  onDisk(prepared);
  // A journal that is left beside the file would be taken for the new one's.
  leaveAsOneFile(database().$client);
  closeDatabase();
  try {
    for (const journal of ['-wal', '-shm'])
      if (existsSync(place + journal))
        throw new Error('another program is using the studio, perhaps a backup; try again');
    renameSync(prepared, place);
    onDisk(dataFolder());
  } finally {
    database();
  }
}

function leaveAsOneFile(sqlite: Database.Database): void {
  sqlite.pragma('wal_checkpoint(TRUNCATE)');
  if (sqlite.pragma('journal_mode = DELETE', { simple: true }) !== 'delete')
    throw new Error('another program is using the studio, perhaps a backup; try again');
}

function onDisk(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}
