import { desc, eq } from 'drizzle-orm';
import type { RequestState } from '../../core/practice/request-states.data';
import { database } from '../db/client';
import { learners, pieces, requests } from '../db/schema';
import { standing } from '../db/standing';
import { newId, notFound, type Outcome } from '../outcome';

/** Pieces that learners asked for, with what became of them, the newest first. */
export function listRequests() {
  return database()
    .select({
      id: requests.id,
      learnerId: requests.learnerId,
      learnerName: learners.name,
      title: requests.title,
      note: requests.note,
      state: requests.state,
      pieceId: requests.pieceId,
      pieceTitle: pieces.title,
      createdAtMs: requests.createdAtMs,
    })
    .from(requests)
    .innerJoin(learners, eq(learners.id, requests.learnerId))
    .leftJoin(pieces, eq(pieces.id, requests.pieceId))
    .where(standing.learner)
    .orderBy(desc(requests.createdAtMs))
    .all();
}

export function addRequest(
  request: { readonly learnerId: string; readonly title: string; readonly note: string },
  nowMs: number,
): string {
  const id = newId();
  database()
    .insert(requests)
    .values({ id, ...request, state: 'asked', createdAtMs: nowMs, changedAtMs: nowMs })
    .run();
  return id;
}

export function changeRequest(
  id: string,
  change: { readonly state: RequestState; readonly pieceId: string | null },
  nowMs: number,
): Outcome<null> {
  const { changes } = database()
    .update(requests)
    .set({ ...change, changedAtMs: nowMs })
    .where(eq(requests.id, id))
    .run();
  return changes === 1 ? { ok: true, value: null } : notFound('This request is gone already.');
}

export function deleteRequest(id: string): Outcome<null> {
  const { changes } = database().delete(requests).where(eq(requests.id, id)).run();
  return changes === 1 ? { ok: true, value: null } : notFound('This request is gone already.');
}
