import type { Db } from './db';
import { openDatabase, type OpenDatabase } from './open-database';

let open: OpenDatabase | null = null;

/** The studio's database, opened on first use, checked and migrated. @throws StartFault */
export function database(): Db {
  open ??= openDatabase(process.env.KEY_PATH_DATA ?? 'data');
  return open.db;
}

export function closeDatabase(): void {
  open?.sqlite.close();
  open = null;
}
