import { and, asc, eq, isNull, or } from 'drizzle-orm';
import { fingerprintOf, sectionPrints } from '../../core/handout/fingerprint';
import { editionMakeup } from '../../core/practice/edition-makeup';
import { formatOf } from '../../core/formats/read-score';
import { read } from '../kept/kept';
import { summarise } from '../../core/analyse/summary';
import type { Db } from './db';
import { arrangements, assignments, editions, pieces, sourceRevisions } from './schema';

/**
 * Works out what columns added by a migration say of rows that were there before. A row that cannot be read is left as it
 * is, and named where it is missed.
 */
export function backfill(db: Db): void {
  db.transaction((tx) => {
    for (const { id } of tx
      .select({ id: editions.id })
      .from(editions)
      .where(or(isNull(editions.fingerprint), isNull(editions.makeup)))
      .all()) {
      const row = tx.select({ frozen: editions.frozen }).from(editions).where(eq(editions.id, id)).get();
      if (!row?.frozen.ok) continue;
      const edition = row.frozen.value;
      tx.update(editions)
        .set({
          fingerprint: fingerprintOf(edition),
          sections: read(sectionPrints(edition)),
          makeup: read(editionMakeup(edition)),
        })
        .where(eq(editions.id, id))
        .run();
    }
    for (const { pieceId, revision } of tx
      .select({ pieceId: sourceRevisions.pieceId, revision: sourceRevisions.revision })
      .from(sourceRevisions)
      .where(isNull(sourceRevisions.summary))
      .all()) {
      const own = and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, revision));
      const row = tx
        .select({ score: sourceRevisions.score, warnings: sourceRevisions.warnings })
        .from(sourceRevisions)
        .where(own)
        .get();
      const file = tx
        .select({ name: pieces.fileName, bytes: pieces.fileBytes })
        .from(pieces)
        .where(eq(pieces.id, pieceId))
        .get();
      if (!row?.score.ok || !row.warnings.ok || !file) continue;
      const format = formatOf(new Uint8Array(file.bytes), file.name).label;
      tx.update(sourceRevisions)
        .set({ summary: read(summarise(row.score.value, row.warnings.value, format)) })
        .where(own)
        .run();
    }
    retireEarlier(tx);
  });
}

/** Learners who were given several editions of a piece play from the newest; it takes over the registers of the others. */
function retireEarlier(tx: Pick<Db, 'select' | 'update'>): void {
  const standing = tx
    .select({
      id: assignments.id,
      learnerId: assignments.learnerId,
      pieceId: arrangements.pieceId,
      assignedAtMs: assignments.assignedAtMs,
    })
    .from(assignments)
    .innerJoin(editions, eq(editions.id, assignments.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .where(isNull(assignments.retiredAtMs))
    .orderBy(asc(assignments.assignedAtMs))
    .all();
  const last = new Map<string, string>();
  for (const { id, learnerId, pieceId, assignedAtMs } of standing) {
    const before = last.get(`${learnerId}/${pieceId}`);
    last.set(`${learnerId}/${pieceId}`, id);
    if (!before) continue;
    tx.update(assignments).set({ retiredAtMs: assignedAtMs }).where(eq(assignments.id, before)).run();
    tx.update(assignments).set({ followsId: before }).where(eq(assignments.id, id)).run();
  }
}
