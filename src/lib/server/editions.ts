import { and, desc, eq, isNull, max } from 'drizzle-orm';
import { differencesFrom } from '../core/handout/differences';
import type { Edition } from '../core/handout/edition';
import { sectionPrints } from '../core/handout/fingerprint';
import { measureNumber } from '../core/score/by-measure';
import { findArrangement, type ArrangementRecord } from './arrangements';
import { database } from './db/client';
import type { Db } from './db/db';
import { arrangements, assignments, editions, learners, pieces } from './db/schema';
import type { SectionChange } from './kept/edition';
import { editionMakeup } from '../core/practice/edition-makeup';
import { standing } from './db/standing';
import { read } from './kept/kept';
import { findLearner } from './learners';
import { newId, notFound, type Found, type Outcome } from './outcome';
import { sourceScore } from './pieces';
import { printEdition } from './prints';
import { arrangeFor } from './settings';
import type { WorkFailure } from './work/pool';

export interface EditionRecord {
  readonly id: string;
  readonly arrangementId: string;
  readonly arrangementName: string;
  readonly pieceId: string;
  readonly pieceTitle: string;
  readonly number: number;
  readonly createdAtMs: number;
  readonly frozen: Edition;
}

interface Printed {
  readonly arrangement: ArrangementRecord;
  readonly edition: Edition;
  readonly fingerprint: string;
}

interface HandedOut {
  readonly editionId: string;
  readonly assignmentId: string;
  readonly number: number;
  /** What was printed had not been handed out before. */
  readonly isNew: boolean;
}

export type HandOutFailure = 'not-found' | 'not-readable' | WorkFailure;

/** An arrangement that is edited all the while is read anew so often at most. */
const TRIES = 5;

/**
 * Hands an arrangement to a learner. An edition is what is printed: where the paper would be that of an edition that there
 * is, it is that one, whatever the recipe's revision; otherwise it gets the next number, and takes over the register of
 * what the learner had of the piece. Arranging happens before the transaction, which only writes.
 */
export async function handOut(
  arrangementId: string,
  learnerId: string,
  nowMs: number,
  sections: readonly string[] | null = null,
): Promise<Outcome<HandedOut, HandOutFailure>> {
  if (!findLearner(learnerId)) return notFound('This learner is no longer in the studio.');
  for (let tries = 0; tries < TRIES; tries += 1) {
    const printed = await print(arrangementId, nowMs);
    if (!printed.ok) return printed;
    const handed = database().transaction((tx) => write(tx, printed.value, learnerId, nowMs, sections));
    if (handed) return { ok: true, value: handed };
  }
  return notFound(
    'The arrangement is being changed in another window; hand it out when it has come to rest.',
  );
}

async function print(arrangementId: string, nowMs: number): Promise<Outcome<Printed, HandOutFailure>> {
  const arrangement = findArrangement(arrangementId);
  if (!arrangement.ok) return arrangement;
  const { pieceId, sourceRevision, document } = arrangement.value;
  const source = sourceScore(pieceId, sourceRevision);
  if (!source.ok) return source;
  const whom = arrangeFor(document.recipe.learnerId);
  const made = await printEdition({ pieceId, sourceRevision, document, whom }, source.value, nowMs);
  return made.ok ? { ok: true, value: { arrangement: arrangement.value, ...made.value } } : made;
}

type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/** Null when the arrangement was changed meanwhile. */
function write(
  tx: Tx,
  { arrangement, edition, fingerprint }: Printed,
  learnerId: string,
  nowMs: number,
  sections: readonly string[] | null,
): HandedOut | null {
  const now = tx
    .select({ revision: arrangements.revision })
    .from(arrangements)
    .where(eq(arrangements.id, arrangement.id))
    .get();
  if (now?.revision !== arrangement.revision) return null;
  const known = tx
    .select({ id: editions.id, number: editions.number })
    .from(editions)
    .where(
      and(
        eq(editions.arrangementId, arrangement.id),
        eq(editions.fingerprint, fingerprint),
        standing.edition,
      ),
    )
    .get();
  const { id: editionId, number } = known ?? insertEdition(tx, arrangement, edition, fingerprint, nowMs);
  const given = { editionId, number, isNew: !known };
  const held = tx
    .select({ id: assignments.id, given: assignments.given })
    .from(assignments)
    .where(
      and(
        eq(assignments.editionId, editionId),
        eq(assignments.learnerId, learnerId),
        isNull(assignments.retiredAtMs),
      ),
    )
    .get();
  const wanted = someOf(edition, sections);
  if (held) {
    const before = held.given?.ok ? held.given.value : null;
    // What a learner has is not taken away by handing out more.
    const now = wanted && before ? someOf(edition, [...before, ...wanted]) : null;
    tx.update(assignments)
      .set({ given: now && read(now) })
      .where(eq(assignments.id, held.id))
      .run();
    return { ...given, assignmentId: held.id };
  }
  const before = assignmentOfPiece(tx, arrangement.pieceId, learnerId);
  if (before) tx.update(assignments).set({ retiredAtMs: nowMs }).where(eq(assignments.id, before.id)).run();
  const assignmentId = newId();
  tx.insert(assignments)
    .values({
      id: assignmentId,
      editionId,
      learnerId,
      assignedAtMs: nowMs,
      followsId: before?.id ?? null,
      given: wanted && read(wanted),
      changes: before?.frozen.ok ? read(changedSections(before.frozen.value, edition)) : null,
    })
    .run();
  return { ...given, assignmentId };
}

/** Ids of those sections of an edition that are named; null where that is all of them, or none is named. */
function someOf({ sections }: Edition, named: readonly string[] | null): readonly string[] | null {
  const some = sections.map(({ id }) => id).filter((id) => named?.includes(id));
  return some.length === 0 || some.length === sections.length ? null : some;
}

function insertEdition(
  tx: Tx,
  arrangement: ArrangementRecord,
  edition: Edition,
  fingerprint: string,
  nowMs: number,
): { readonly id: string; readonly number: number } {
  const last = tx
    .select({ number: max(editions.number) })
    .from(editions)
    .where(eq(editions.arrangementId, arrangement.id))
    .get();
  const made = { id: newId(), number: (last?.number ?? 0) + 1 };
  tx.insert(editions)
    .values({
      ...made,
      arrangementId: arrangement.id,
      arrangementRevision: arrangement.revision,
      frozen: read(edition),
      fingerprint,
      sections: read(sectionPrints(edition)),
      makeup: read(editionMakeup(edition)),
      createdAtMs: nowMs,
    })
    .run();
  return made;
}

/** What the learner plays from now of a piece, in whatever arrangement. */
function assignmentOfPiece(tx: Tx, pieceId: string, learnerId: string) {
  return tx
    .select({ id: assignments.id, frozen: editions.frozen })
    .from(assignments)
    .innerJoin(editions, eq(editions.id, assignments.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .where(
      and(
        eq(assignments.learnerId, learnerId),
        eq(arrangements.pieceId, pieceId),
        standing.edition,
        standing.arrangement,
        isNull(assignments.retiredAtMs),
      ),
    )
    .orderBy(desc(assignments.assignedAtMs))
    .get();
}

/** What each section has that the edition before had not, by measure, in words. */
function changedSections(before: Edition, now: Edition): readonly SectionChange[] {
  const differences = differencesFrom(before.score, now.score);
  return now.sections.flatMap(({ id, from, to }) => {
    const own = differences.filter(({ measure }) => measure >= from && measure <= to);
    if (own.length === 0) return [];
    const words = own.map(
      ({ measure, sentence }) => `measure ${measureNumber(now.score.measures, measure)}: ${sentence}`,
    );
    return [{ sectionId: id, sentence: words.join(' ') }];
  });
}

export function findEdition(id: string): Found<EditionRecord> {
  const row = database()
    .select({
      edition: editions,
      arrangement: arrangements.name,
      piece: { id: pieces.id, title: pieces.title },
    })
    .from(editions)
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(and(eq(editions.id, id), standing.edition, standing.arrangement, standing.piece))
    .get();
  if (!row) return notFound('There is no such edition in the studio.');
  const { frozen, arrangementId, number, createdAtMs } = row.edition;
  if (!frozen.ok) return frozen;
  return {
    ok: true,
    value: {
      id,
      arrangementId,
      arrangementName: row.arrangement,
      pieceId: row.piece.id,
      pieceTitle: row.piece.title,
      number,
      createdAtMs,
      frozen: frozen.value,
    },
  };
}

export interface EditionEntry {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly archivedAtMs: number | null;
  readonly fingerprint: string | null;
  readonly createdAtMs: number;
  /** Who plays from it now. */
  readonly learners: readonly string[];
}

/** Editions of an arrangement with who plays from each, the newest first. */
export function editionsOf(arrangementId: string): readonly EditionEntry[] {
  const rows = database()
    .select({
      id: editions.id,
      number: editions.number,
      name: editions.name,
      archivedAtMs: editions.archivedAtMs,
      fingerprint: editions.fingerprint,
      createdAtMs: editions.createdAtMs,
      learner: learners.name,
    })
    .from(editions)
    .leftJoin(assignments, and(eq(assignments.editionId, editions.id), isNull(assignments.retiredAtMs)))
    .leftJoin(learners, and(eq(learners.id, assignments.learnerId), standing.learner))
    .where(and(eq(editions.arrangementId, arrangementId), standing.edition))
    .orderBy(desc(editions.number), learners.name)
    .all();
  const byId = new Map<string, EditionEntry & { readonly learners: string[] }>();
  for (const { learner, ...edition } of rows) {
    const entry = byId.get(edition.id) ?? { ...edition, learners: [] };
    if (learner) entry.learners.push(learner);
    byId.set(edition.id, entry);
  }
  return [...byId.values()];
}
