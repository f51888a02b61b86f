import type Database from 'better-sqlite3';
import type { BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import type * as schema from './schema';

/** The studio's database as the server modules use it. */
export type Db = BetterSQLite3Database<typeof schema> & { readonly $client: Database.Database };
