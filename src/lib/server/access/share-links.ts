import { MS_PER_DAY } from '../../core/practice/day-number';
import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import { database } from '../db/client';
import { learners, shareLinks } from '../db/schema';
import { standing } from '../db/standing';
import { findLearner } from '../learners';
import { newId, notFound, type Outcome } from '../outcome';
import { hashOfToken, newToken } from './tokens';

export const LONGEST_LINK_DAYS = 366;

export interface LearnerLink {
  readonly id: string;
  readonly learnerId: string;
  /** What its page calls the learner. */
  readonly nickname: string;
  readonly mayMark: boolean;
  readonly expiresAtMs: number;
}

interface NewLink {
  readonly nickname: string;
  readonly mayMark: boolean;
  readonly days: number;
}

/** Makes a link for a learner. The token is told once and never again: only its hash is kept. */
export function addShareLink(
  learnerId: string,
  { nickname, mayMark, days }: NewLink,
  nowMs: number,
): Outcome<{ readonly token: string; readonly id: string }> {
  if (!findLearner(learnerId)) return notFound('This learner is no longer in the studio.');
  const token = newToken(128);
  const id = newId();
  database()
    .insert(shareLinks)
    .values({
      ...{ id, learnerId, nickname, mayMark },
      tokenHash: hashOfToken(token),
      createdAtMs: nowMs,
      expiresAtMs: nowMs + days * MS_PER_DAY,
    })
    .run();
  return { ok: true, value: { token, id } };
}

/** The learner's links, the newest first; tokens are not among what is told. */
export function shareLinksOf(learnerId: string) {
  return database()
    .select({
      id: shareLinks.id,
      nickname: shareLinks.nickname,
      mayMark: shareLinks.mayMark,
      createdAtMs: shareLinks.createdAtMs,
      expiresAtMs: shareLinks.expiresAtMs,
      withdrawnAtMs: shareLinks.withdrawnAtMs,
      openedAtMs: shareLinks.openedAtMs,
    })
    .from(shareLinks)
    .where(eq(shareLinks.learnerId, learnerId))
    .orderBy(desc(shareLinks.createdAtMs))
    .all();
}

export function withdrawShareLink(learnerId: string, id: string, nowMs: number): Outcome<null> {
  const { changes } = database()
    .update(shareLinks)
    .set({ withdrawnAtMs: nowMs })
    .where(and(eq(shareLinks.id, id), eq(shareLinks.learnerId, learnerId), isNull(shareLinks.withdrawnAtMs)))
    .run();
  return changes === 1 ? { ok: true, value: null } : notFound('This link was withdrawn already.');
}

/** Whose link it is, while it holds: not withdrawn, not expired, of a learner who comes. */
export function linkOfToken(token: string, nowMs: number): LearnerLink | null {
  return (
    database()
      .select({
        id: shareLinks.id,
        learnerId: shareLinks.learnerId,
        nickname: shareLinks.nickname,
        mayMark: shareLinks.mayMark,
        expiresAtMs: shareLinks.expiresAtMs,
      })
      .from(shareLinks)
      .innerJoin(learners, eq(learners.id, shareLinks.learnerId))
      .where(
        and(
          eq(shareLinks.tokenHash, hashOfToken(token)),
          isNull(shareLinks.withdrawnAtMs),
          gt(shareLinks.expiresAtMs, nowMs),
          standing.learner,
          isNull(learners.archivedAtMs),
        ),
      )
      .get() ?? null
  );
}

export function noteOpened(id: string, nowMs: number): void {
  database().update(shareLinks).set({ openedAtMs: nowMs }).where(eq(shareLinks.id, id)).run();
}
