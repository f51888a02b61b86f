import type { Db } from './db';
import { openDatabase, type OpenDatabase } from './open-database';

let open: OpenDatabase | null = null;

/** The studio's database, opened on first use, checked and migrated. @throws StartFault */
export function database(): Db {
  open ??= openDatabase(dataFolder());
  return open.db;
}

/** Where the database and its copies are. */
export function dataFolder(): string {
  return process.env.KEY_PATH_DATA ?? 'data';
}

export function closeDatabase(): void {
  open?.sqlite.close();
  open = null;
}
