import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { backfill } from './backfill';
import type { Db } from './db';
import * as schema from './schema';

interface Open {
  readonly db: Db;
  readonly sqlite: Database.Database;
}

let open: Open | null = null;

/** The studio's database, opened on first use and migrated. @throws when the data folder cannot be written. */
export function database(): Db {
  open ??= openDatabase(process.env.KEY_PATH_DATA ?? 'data');
  return open.db;
}

export function closeDatabase(): void {
  open?.sqlite.close();
  open = null;
}

function openDatabase(folder: string): Open {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'key-path.db');
  const sqlite = new Database(file);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('foreign_keys = ON');
  // Saved means on the disk, even if the power fails the moment after.
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('busy_timeout = 5000');
  const db = drizzle(sqlite, { schema });
  const migrations = process.env.KEY_PATH_MIGRATIONS ?? 'drizzle';
  const isOlder = copyBeforeMigrating(sqlite, folder, migrations);
  migrate(db, { migrationsFolder: migrations });
  if (isOlder) backfill(db);
  return { db, sqlite };
}

/** Keeps a copy of the database as it was, whenever migrations are about to change it; tells whether they are. */
function copyBeforeMigrating(sqlite: Database.Database, folder: string, migrations: string): boolean {
  const hasTable = sqlite.prepare("SELECT 1 FROM sqlite_master WHERE name = '__drizzle_migrations'").get();
  if (!hasTable) return false;
  const applied = (sqlite.prepare('SELECT count(*) AS n FROM __drizzle_migrations').get() as { n: number }).n;
  const journal = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
    entries: unknown[];
  };
  if (applied >= journal.entries.length) return false;
  const copy = join(folder, `before-migration-${applied + 1}.db`);
  if (!existsSync(copy)) sqlite.prepare('VACUUM INTO ?').run(copy);
  return true;
}
