import { createHash } from 'node:crypto';
import { inArray } from 'drizzle-orm';
import type { ArrangeFor } from '../core/arrange/arrange-for';
import type { ArrangementDocument } from '../core/document/document';
import type { Edition } from '../core/handout/edition';
import type { Score } from '../core/score/model';
import { build } from './build';
import { database } from './db/client';
import { prints } from './db/schema';
import type { Outcome } from './outcome';
import type { Urgency } from './work/lane';
import { work, type WorkFailure } from './work/pool';

/** All that what is printed depends on. */
export interface PrintRequest {
  readonly pieceId: string;
  readonly sourceRevision: number;
  readonly document: ArrangementDocument;
  readonly whom: ArrangeFor;
}

/** A short name for a request; the same request has the same name. */
export function askedOf(request: PrintRequest): string {
  return createHash('sha256')
    .update(JSON.stringify([build(), request]))
    .digest('hex');
}

/** Works out what handing out would print, and remembers its fingerprint. */
export async function printEdition(
  request: PrintRequest,
  source: Score,
  nowMs: number,
  urgency: Urgency = 'now',
): Promise<Outcome<{ readonly edition: Edition; readonly fingerprint: string }, WorkFailure>> {
  const { document, whom } = request;
  const done = await work('print', { source, document, whom }, urgency);
  if (done.ok) rememberPrint(request, done.value.fingerprint, nowMs);
  return done;
}

function rememberPrint(request: PrintRequest, fingerprint: string, nowMs: number): void {
  const row = { asked: askedOf(request), fingerprint, atMs: nowMs };
  database().insert(prints).values(row).onConflictDoUpdate({ target: prints.asked, set: row }).run();
}

/** Fingerprints that are remembered, by the names of their requests. */
export function knownPrints(asked: readonly string[]): ReadonlyMap<string, string> {
  if (asked.length === 0) return new Map();
  const rows = database()
    .select({ asked: prints.asked, fingerprint: prints.fingerprint })
    .from(prints)
    .where(inArray(prints.asked, [...asked]))
    .all();
  return new Map(rows.map((row) => [row.asked, row.fingerprint]));
}
