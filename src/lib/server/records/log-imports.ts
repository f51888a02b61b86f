import { and, desc, eq } from 'drizzle-orm';
import { database } from '../db/client';
import { logImports } from '../db/schema';
import { standing } from '../db/standing';
import { fileHash } from '../file-hash';
import { newId, type Outcome } from '../outcome';
import { logEntry, type LogFailure, type NewEntry } from '../practice';

export type LogImport = typeof logImports.$inferSelect;

export interface EntryFile {
  readonly name: string;
  readonly text: string;
}

/** Brings a file of entries into a learner's log, all of it or nothing; each entry names the file. */
export function importEntries(
  learnerId: string,
  { name, text }: EntryFile,
  entries: readonly NewEntry[],
  nowMs: number,
): Outcome<number, LogFailure> {
  const id = newId();
  const db = database();
  try {
    db.transaction((tx) => {
      tx.insert(logImports)
        .values({
          id,
          learnerId,
          fileName: name,
          fileHash: fileHash(text),
          entries: entries.length,
          atMs: nowMs,
        })
        .run();
      for (const entry of entries) {
        const logged = logEntry({ ...entry, importId: id }, nowMs);
        if (!logged.ok) throw new NotLogged(logged);
      }
    });
  } catch (fault) {
    if (fault instanceof NotLogged) return fault.why;
    throw fault;
  }
  return { ok: true, value: entries.length };
}

class NotLogged extends Error {
  constructor(readonly why: Extract<ReturnType<typeof logEntry>, { ok: false }>) {
    super(why.message);
  }
}

/** The same file, if its entries are in the learner's log already. */
export function importOfFile(learnerId: string, text: string): LogImport | null {
  return logImportsOf(learnerId).find((each) => each.fileHash === fileHash(text)) ?? null;
}

/** Files whose entries are in a learner's log, the last first. */
export function logImportsOf(learnerId: string): readonly LogImport[] {
  return database()
    .select()
    .from(logImports)
    .where(and(eq(logImports.learnerId, learnerId), standing.import))
    .orderBy(desc(logImports.atMs))
    .all();
}

export function findLogImport(id: string): LogImport | null {
  return (
    database()
      .select()
      .from(logImports)
      .where(and(eq(logImports.id, id), standing.import))
      .get() ?? null
  );
}
