import { MS_PER_DAY } from '../../core/practice/day-number';
import { and, desc, eq, isNull, lt } from 'drizzle-orm';
import { database } from '../db/client';
import {
  arrangements,
  deletions,
  editions,
  learners,
  lessons,
  logImports,
  pieces,
  shareLinks,
} from '../db/schema';
import type { RecordKind } from './records';
import { whatGoes } from './what-goes';
import { newId, notFound, type Outcome } from '../outcome';

export type Deletion = typeof deletions.$inferSelect;

/** Deleted things can be taken back so long. */
export const KEPT_DAYS = 30;
/** The records that are marked, a kind each; what belongs to them hides through its joins. */
const TABLES = {
  piece: pieces,
  arrangement: arrangements,
  edition: editions,
  learner: learners,
  lesson: lessons,
  import: logImports,
} as const;

/** Marks a record as deleted. Links of a learner stay withdrawn, even if it is taken back. */
export function deleteRecord(kind: RecordKind, subjectId: string, nowMs: number): Outcome<Deletion> {
  return database().transaction((tx): Outcome<Deletion> => {
    const goes = whatGoes(kind, subjectId);
    if (!goes) return notFound('This is no longer in the studio.');
    const deletion: Deletion = { id: newId(), kind, subjectId, ...goes, atMs: nowMs };
    tx.insert(deletions).values(deletion).run();
    const table = TABLES[kind];
    tx.update(table).set({ deletionId: deletion.id }).where(eq(table.id, subjectId)).run();
    if (kind === 'learner')
      tx.update(shareLinks)
        .set({ withdrawnAtMs: nowMs })
        .where(and(eq(shareLinks.learnerId, subjectId), isNull(shareLinks.withdrawnAtMs)))
        .run();
    return { ok: true, value: deletion };
  });
}

/** What was deleted and can still be taken back, the last first. */
export function listDeletions(): readonly (Deletion & { readonly untilMs: number })[] {
  return database()
    .select()
    .from(deletions)
    .orderBy(desc(deletions.atMs))
    .all()
    .map((deletion) => ({ ...deletion, untilMs: deletion.atMs + KEPT_DAYS * MS_PER_DAY }));
}

/** Takes a deletion back; what it belongs to, if that was deleted too, comes back with it. */
export function takeBack(id: string): Outcome<Deletion> {
  return database().transaction((tx): Outcome<Deletion> => {
    const deletion = tx.select().from(deletions).where(eq(deletions.id, id)).get();
    if (!deletion) return notFound('This was taken back already, or erased.');
    const table = TABLES[deletion.kind];
    tx.update(table).set({ deletionId: null }).where(eq(table.deletionId, id)).run();
    tx.delete(deletions).where(eq(deletions.id, id)).run();
    const parent = parentDeletion(deletion);
    if (parent) takeBack(parent);
    return { ok: true, value: deletion };
  });
}

function parentDeletion({ kind, subjectId }: Deletion): string | null {
  const db = database();
  switch (kind) {
    case 'edition':
      return (
        db
          .select({ id: arrangements.deletionId })
          .from(editions)
          .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
          .where(eq(editions.id, subjectId))
          .get()?.id ?? null
      );
    case 'arrangement':
      return (
        db
          .select({ id: pieces.deletionId })
          .from(arrangements)
          .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
          .where(eq(arrangements.id, subjectId))
          .get()?.id ?? null
      );
    case 'import':
      return (
        db
          .select({ id: learners.deletionId })
          .from(logImports)
          .innerJoin(learners, eq(learners.id, logImports.learnerId))
          .where(eq(logImports.id, subjectId))
          .get()?.id ?? null
      );
    case 'piece':
    case 'learner':
    case 'lesson':
      return null;
  }
}

/** Deletions whose time is over. */
export function overdue(nowMs: number): readonly Deletion[] {
  return database()
    .select()
    .from(deletions)
    .where(lt(deletions.atMs, nowMs - KEPT_DAYS * MS_PER_DAY))
    .all();
}
