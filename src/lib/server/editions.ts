import type { Recipe } from '../core/document/recipe';
import { and, desc, eq } from 'drizzle-orm';
import { arrange } from '../core/arrange/arrange';
import type { Arrangement } from '../core/arrange/arrangement';
import { handoutNotes, type HandoutNotes } from '../core/handout/handout-notes';
import { studySource } from '../core/analyse/study-source';
import { EMPTY_SCORE } from '../core/score/model';
import { findArrangement } from './arrangements';
import { database } from './db/client';
import { arrangements, assignments, editions, learners, pieces } from './db/schema';
import { newId, type Outcome } from './outcome';
import { sourceScore } from './pieces';
import { arrangeFor } from './settings';

/** What is kept of an arrangement when it is handed out. */
export interface FrozenEdition {
  readonly score: Arrangement['score'];
  readonly counts: Arrangement['counts'];
  readonly sections: Arrangement['sections'];
  readonly key: Arrangement['key'];
  readonly recipe: Recipe;
  /** Keyboard pictures and cues; absent in editions that were handed out before there were any. */
  readonly notes?: HandoutNotes;
}

export interface EditionRecord {
  readonly id: string;
  readonly arrangementId: string;
  readonly arrangementName: string;
  readonly pieceId: string;
  readonly pieceTitle: string;
  readonly number: number;
  readonly createdAtMs: number;
  readonly frozen: FrozenEdition;
}

/** Hands an arrangement to a learner. An unchanged arrangement keeps its edition; a changed one gets the next number. */
export function handOut(
  arrangementId: string,
  learnerId: string,
  nowMs: number,
): Outcome<{ editionId: string; assignmentId: string }> {
  return database().transaction((tx): Outcome<{ editionId: string; assignmentId: string }> => {
    const arrangement = findArrangement(arrangementId);
    const learner = tx.select().from(learners).where(eq(learners.id, learnerId)).get();
    if (!arrangement)
      return { ok: false, code: 'not-found', message: 'This arrangement is no longer in the studio.' };
    if (!learner)
      return { ok: false, code: 'not-found', message: 'This learner is no longer in the studio.' };
    const latest = tx
      .select()
      .from(editions)
      .where(eq(editions.arrangementId, arrangementId))
      .orderBy(desc(editions.number))
      .get();
    const isUnchanged = latest?.arrangementRevision === arrangement.revision;
    const editionId = latest && isUnchanged ? latest.id : newId();
    if (!isUnchanged) {
      const source = sourceScore(arrangement.pieceId, arrangement.sourceRevision);
      if (!source)
        return { ok: false, code: 'not-found', message: 'The source of this arrangement is missing.' };
      const { document } = arrangement;
      const facts = studySource(source);
      const whom = arrangeFor(document.recipe.learnerId);
      const made = arrange(facts, document, whom);
      const { score, counts, sections, key } = made;
      const notes = handoutNotes(facts, document, whom, made);
      const frozen: FrozenEdition = { score, counts, sections, key, recipe: document.recipe, notes };
      tx.insert(editions)
        .values({
          id: editionId,
          arrangementId,
          number: (latest?.number ?? 0) + 1,
          arrangementRevision: arrangement.revision,
          frozenJson: JSON.stringify(frozen),
          createdAtMs: nowMs,
        })
        .run();
    }
    const known = tx
      .select()
      .from(assignments)
      .where(and(eq(assignments.editionId, editionId), eq(assignments.learnerId, learnerId)))
      .get();
    const assignmentId = known?.id ?? newId();
    if (!known)
      tx.insert(assignments).values({ id: assignmentId, editionId, learnerId, assignedAtMs: nowMs }).run();
    return { ok: true, value: { editionId, assignmentId } };
  });
}

export function findEdition(id: string): EditionRecord | null {
  const row = database()
    .select({ edition: editions, arrangement: arrangements, piece: { id: pieces.id, title: pieces.title } })
    .from(editions)
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(eq(editions.id, id))
    .get();
  if (!row) return null;
  return {
    id,
    arrangementId: row.arrangement.id,
    arrangementName: row.arrangement.name,
    pieceId: row.piece.id,
    pieceTitle: row.piece.title,
    number: row.edition.number,
    createdAtMs: row.edition.createdAtMs,
    frozen: parseFrozen(row.edition.frozenJson),
  };
}

/** Editions frozen by an earlier version lack what has been added to the score since; that was empty then. */
function parseFrozen(json: string): FrozenEdition {
  const frozen = JSON.parse(json) as FrozenEdition;
  return { ...frozen, score: { ...EMPTY_SCORE, ...frozen.score } };
}

/** Editions of an arrangement with who has each, the newest first. */
export function editionsOf(arrangementId: string) {
  const rows = database()
    .select({
      id: editions.id,
      number: editions.number,
      revision: editions.arrangementRevision,
      createdAtMs: editions.createdAtMs,
      learner: learners.name,
    })
    .from(editions)
    .leftJoin(assignments, eq(assignments.editionId, editions.id))
    .leftJoin(learners, eq(learners.id, assignments.learnerId))
    .where(eq(editions.arrangementId, arrangementId))
    .orderBy(desc(editions.number))
    .all();
  const byId = new Map<
    string,
    { id: string; number: number; revision: number; createdAtMs: number; learners: string[] }
  >();
  for (const { learner, ...edition } of rows) {
    const entry = byId.get(edition.id) ?? { ...edition, learners: [] };
    if (learner) entry.learners.push(learner);
    byId.set(edition.id, entry);
  }
  return [...byId.values()];
}
