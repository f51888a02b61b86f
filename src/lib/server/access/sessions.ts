import { MS_PER_DAY } from '../../core/practice/day-number';
import { eq, lt, or } from 'drizzle-orm';
import { database } from '../db/client';
import { sessions } from '../db/schema';
import { hashOfToken, newToken } from './tokens';

/** A browser that did not come back for so long, or that came in so long ago, gives the passphrase again. */
const IDLE_MS = 30 * MS_PER_DAY;
export const LONGEST_SESSION_DAYS = 90;
/** Coming back is noted so often at most. */
const NOTED_MS = 60 * 60_000;

/** Lets a browser in; the token is for its cookie alone. */
export function startSession(nowMs: number): string {
  const token = newToken(256);
  const db = database();
  db.delete(sessions)
    .where(
      or(
        lt(sessions.seenAtMs, nowMs - IDLE_MS),
        lt(sessions.startedAtMs, nowMs - LONGEST_SESSION_DAYS * MS_PER_DAY),
      ),
    )
    .run();
  db.insert(sessions)
    .values({ tokenHash: hashOfToken(token), startedAtMs: nowMs, seenAtMs: nowMs })
    .run();
  return token;
}

/** Does the cookie belong to a browser that was let in, and not too long ago? */
export function isSession(token: string, nowMs: number): boolean {
  const db = database();
  const own = eq(sessions.tokenHash, hashOfToken(token));
  const session = db.select().from(sessions).where(own).get();
  if (!session) return false;
  const { startedAtMs, seenAtMs } = session;
  if (nowMs - seenAtMs > IDLE_MS || nowMs - startedAtMs > LONGEST_SESSION_DAYS * MS_PER_DAY) {
    db.delete(sessions).where(own).run();
    return false;
  }
  if (nowMs - seenAtMs > NOTED_MS) db.update(sessions).set({ seenAtMs: nowMs }).where(own).run();
  return true;
}

export function endSession(token: string): void {
  database()
    .delete(sessions)
    .where(eq(sessions.tokenHash, hashOfToken(token)))
    .run();
}

/** Every browser gives the passphrase again. */
export function endAllSessions(): void {
  database().delete(sessions).run();
}
