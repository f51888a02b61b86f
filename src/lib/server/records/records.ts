import { eq } from 'drizzle-orm';
import { copyName, MOST_NAME, MOST_TITLE } from '../../core/text/names';
import { copyArrangement, findArrangement } from '../arrangements';
import { database } from '../db/client';
import { arrangements, editions, learners, lessons, logImports, pieces, DELETABLE } from '../db/schema';
import { findEdition } from '../editions';
import { addLearner, findLearner } from '../learners';
import { findLesson } from '../lessons';
import { notFound, type Outcome } from '../outcome';
import {
  correctSource,
  findPiece,
  keepPiece,
  pieceFile,
  sourceScore,
  type CorrectionFailure,
} from '../pieces';
import { findLogImport } from './log-imports';

/** Records that can be renamed and deleted by themselves. */
export const RECORD_KINDS = DELETABLE;
export type RecordKind = (typeof RECORD_KINDS)[number];

const GONE = notFound('This is no longer in the studio.');

function stands(kind: RecordKind, id: string): boolean {
  switch (kind) {
    case 'piece':
      return findPiece(id).ok;
    case 'arrangement':
      return findArrangement(id).ok;
    case 'edition':
      return findEdition(id).ok;
    case 'learner':
      return findLearner(id) !== null;
    case 'lesson':
      return findLesson(id) !== null;
    case 'import':
      return findLogImport(id) !== null;
  }
}

/** The longest name a record of a kind may have. */
export function longestName(kind: RecordKind): number {
  return kind === 'piece' ? MOST_TITLE : MOST_NAME;
}

/** Gives a record another name. A piece's title is part of its source, so that is a correction, which the piece can take back. */
export async function renameRecord(
  kind: RecordKind,
  id: string,
  name: string,
  nowMs: number,
): Promise<Outcome<null, CorrectionFailure>> {
  if (!stands(kind, id)) return GONE;
  const db = database();
  switch (kind) {
    case 'piece': {
      const piece = findPiece(id);
      if (!piece.ok) return piece;
      if (piece.value.title === name) return { ok: true, value: null };
      const correction = { kind: 'text', field: 'title', to: name } as const;
      const made = await correctSource(id, piece.value.sourceRevision, correction, nowMs);
      return made.ok ? { ok: true, value: null } : made;
    }
    case 'arrangement':
      db.update(arrangements).set({ name }).where(eq(arrangements.id, id)).run();
      break;
    case 'edition':
      db.update(editions).set({ name }).where(eq(editions.id, id)).run();
      break;
    case 'learner':
      db.update(learners).set({ name }).where(eq(learners.id, id)).run();
      break;
    case 'lesson':
      db.update(lessons).set({ name }).where(eq(lessons.id, id)).run();
      break;
    case 'import':
      db.update(logImports).set({ fileName: name }).where(eq(logImports.id, id)).run();
  }
  return { ok: true, value: null };
}

const ARCHIVES = {
  piece: pieces,
  arrangement: arrangements,
  edition: editions,
  learner: learners,
} as const;

export type ArchivedKind = keyof typeof ARCHIVES;

export const ARCHIVED_KINDS = Object.keys(ARCHIVES) as [ArchivedKind, ...ArchivedKind[]];

/** Puts a record away, or back among those in use: nothing of it changes, and it is still found by its own address. */
export function archiveRecord(
  kind: ArchivedKind,
  id: string,
  isArchived: boolean,
  nowMs: number,
): Outcome<null> {
  if (!stands(kind, id)) return GONE;
  const table = ARCHIVES[kind];
  database()
    .update(table)
    .set({ archivedAtMs: isArchived ? nowMs : null })
    .where(eq(table.id, id))
    .run();
  return { ok: true, value: null };
}

export const COPIED_KINDS = ['piece', 'arrangement', 'learner'] as const;
export type CopiedKind = (typeof COPIED_KINDS)[number];

/**
 * A second record like the first, under its name with “(copy)”: a piece with its file and its source as corrected, an
 * arrangement with its pins, a learner with hands and ways but without pieces, log or links.
 */
export function duplicateRecord(
  kind: CopiedKind,
  id: string,
  nowMs: number,
): Outcome<string, 'not-found' | 'not-readable' | 'bad-document'> {
  switch (kind) {
    case 'piece':
      return duplicatePiece(id, nowMs);
    case 'arrangement': {
      const from = findArrangement(id);
      return from.ok ? copyArrangement(id, from.value.document, nowMs) : from;
    }
    case 'learner': {
      const learner = findLearner(id);
      if (!learner) return GONE;
      const { reads, name, ...profile } = learner;
      const own = { ...profile, name: copyName(name), archivedAtMs: null, deletionId: null };
      return { ok: true, value: addLearner({ ...own, ...(reads.ok ? { reads: reads.value } : {}) }, nowMs) };
    }
  }
}

function duplicatePiece(id: string, nowMs: number): Outcome<string, 'not-found' | 'not-readable'> {
  const [piece, file] = [findPiece(id), pieceFile(id)];
  if (!piece.ok) return piece;
  if (!file.ok) return file;
  const source = sourceScore(id, piece.value.sourceRevision);
  if (!source.ok) return source;
  const title = copyName(piece.value.title, MOST_TITLE);
  const kept = { score: { ...source.value, title }, summary: { ...piece.value.summary, title } };
  return { ok: true, value: keepPiece(file.value.bytes, file.value.name, kept, nowMs) };
}
