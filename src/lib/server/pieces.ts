import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { FileError } from '../core/formats/result';
import { SCORE_FORMATS } from '../core/formats/score-formats';
import { stepFor, type Correction } from '../core/score/corrections';
import type { Score } from '../core/score/model';
import { openSteps } from '../core/score/open-steps';
import { isSameRecord } from '../core/score/same-record';
import { scoreStepWords } from '../core/score/step-words';
import { applyScoreStep, invertScoreStep } from '../core/score/steps';
import { database } from './db/client';
import { arrangements, assignments, editions, learners, pieces, sourceRevisions } from './db/schema';
import { standing } from './db/standing';
import { fileHash } from './file-hash';
import { read, type Reading } from './kept/kept';
import { newId, notFound, type Found, type Outcome } from './outcome';
import type { ScoreSummary } from '../core/analyse/summary';
import { work, type WorkFailure } from './work/pool';
import type { OwnWords, Tasks } from './work/tasks';

export type ReadFailure = FileError | { readonly code: WorkFailure; readonly message: string };

type ReadFile = Extract<Awaited<ReturnType<Tasks['read']>>, { readonly ok: true }>;

export type ReadFileOutcome = ReadFile | { readonly ok: false; readonly error: ReadFailure };

/** Reads an uploaded score of any format without keeping it, with what the teacher says of it in place of its own words. */
export async function readUpload(
  bytes: Uint8Array,
  fileName: string,
  own: OwnWords = {},
): Promise<ReadFileOutcome> {
  const done = await work('read', { bytes, name: fileName, own });
  return done.ok ? done.value : { ok: false, error: { code: done.code, message: done.message } };
}

/** The piece that was made from the very same file, if it is in the studio; of several the newest. */
export function pieceOfFile(bytes: Uint8Array): { readonly id: string; readonly title: string } | null {
  return (
    database()
      .select({ id: pieces.id, title: pieces.title })
      .from(pieces)
      .where(and(eq(pieces.fileHash, fileHash(bytes)), standing.piece))
      .orderBy(desc(pieces.importedAtMs))
      .get() ?? null
  );
}

/** Keeps a score that was read, with the file that it came in. */
export function keepPiece(
  bytes: Uint8Array,
  fileName: string,
  { score, summary }: Pick<ReadFile, 'score' | 'summary'>,
  nowMs: number,
): string {
  const id = newId();
  database().transaction((tx) => {
    tx.insert(pieces)
      .values({
        id,
        title: score.title,
        composer: score.composer,
        rightsNote: score.rights,
        fileName,
        fileBytes: Buffer.from(bytes),
        fileHash: fileHash(bytes),
        sourceRevision: 1,
        importedAtMs: nowMs,
      })
      .run();
    tx.insert(sourceRevisions)
      .values({
        pieceId: id,
        revision: 1,
        step: null,
        score: read(score),
        warnings: read(summary.warnings),
        summary: read(summary),
        createdAtMs: nowMs,
      })
      .run();
  });
  return id;
}

export interface PieceListEntry {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  readonly sourceRevision: number;
  readonly importedAtMs: number;
  readonly archivedAtMs: number | null;
  readonly summary: Reading<ScoreSummary>;
  readonly arrangements: readonly { readonly id: string; readonly name: string; readonly rung: number }[];
  readonly learners: readonly string[];
}

const NO_SUMMARY: Reading<ScoreSummary> = {
  ok: false,
  code: 'not-readable',
  message: 'The source of this piece cannot be read. Restore a backup to have it again.',
};

/** Every piece with what lists say of it; three statements, and no score read. */
export function listPieces(): readonly PieceListEntry[] {
  const db = database();
  const made = new Map<string, { id: string; name: string; rung: number }[]>();
  for (const { pieceId, ...arrangement } of db
    .select({
      id: arrangements.id,
      name: arrangements.name,
      pieceId: arrangements.pieceId,
      // Of the document only this, so that none is read whole.
      rung: sql<number>`coalesce(json_extract(document_json, '$.value.recipe.rung'), json_extract(document_json, '$.recipe.rung'), 0)`,
    })
    .from(arrangements)
    .where(and(standing.arrangement, isNull(arrangements.archivedAtMs)))
    .all())
    made.set(pieceId, [...(made.get(pieceId) ?? []), arrangement]);
  const players = new Map<string, Set<string>>();
  for (const { pieceId, name } of db
    .selectDistinct({ pieceId: arrangements.pieceId, name: learners.name })
    .from(assignments)
    .innerJoin(editions, eq(editions.id, assignments.editionId))
    .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
    .innerJoin(learners, eq(learners.id, assignments.learnerId))
    .where(and(standing.edition, standing.arrangement, standing.learner, isNull(assignments.retiredAtMs)))
    .all())
    players.set(pieceId, (players.get(pieceId) ?? new Set()).add(name));
  return db
    .select({
      id: pieces.id,
      title: pieces.title,
      composer: pieces.composer,
      sourceRevision: pieces.sourceRevision,
      importedAtMs: pieces.importedAtMs,
      archivedAtMs: pieces.archivedAtMs,
      summary: sourceRevisions.summary,
    })
    .from(pieces)
    .innerJoin(
      sourceRevisions,
      and(eq(sourceRevisions.pieceId, pieces.id), eq(sourceRevisions.revision, pieces.sourceRevision)),
    )
    .where(standing.piece)
    .orderBy(desc(pieces.importedAtMs), pieces.title)
    .all()
    .map(({ summary, ...piece }) => ({
      ...piece,
      summary: summary ?? NO_SUMMARY,
      arrangements: made.get(piece.id) ?? [],
      learners: [...(players.get(piece.id) ?? [])],
    }));
}

/** Titles and revisions, for choosing a piece. */
export function listTitles() {
  return database()
    .select({ id: pieces.id, title: pieces.title, revision: pieces.sourceRevision })
    .from(pieces)
    .where(and(standing.piece, isNull(pieces.archivedAtMs)))
    .orderBy(desc(pieces.importedAtMs), pieces.title)
    .all();
}

export function findPiece(id: string) {
  const row = database()
    .select({
      id: pieces.id,
      title: pieces.title,
      composer: pieces.composer,
      rightsNote: pieces.rightsNote,
      fileName: pieces.fileName,
      sourceRevision: pieces.sourceRevision,
      importedAtMs: pieces.importedAtMs,
      archivedAtMs: pieces.archivedAtMs,
      recordingUrl: pieces.recordingUrl,
      fileSizeBytes: sql<number>`length(${pieces.fileBytes})`,
      summary: sourceRevisions.summary,
    })
    .from(pieces)
    .innerJoin(
      sourceRevisions,
      and(eq(sourceRevisions.pieceId, pieces.id), eq(sourceRevisions.revision, pieces.sourceRevision)),
    )
    .where(and(eq(pieces.id, id), standing.piece))
    .get();
  if (!row) return notFound('There is no such piece in the studio.');
  const { summary, ...piece } = row;
  const reading = summary ?? NO_SUMMARY;
  return reading.ok ? ({ ok: true, value: { ...piece, summary: reading.value } } as const) : reading;
}

/** Notes where a recording of a piece can be heard; empty where none is. */
export function noteRecording(id: string, url: string): Found<null> {
  const { changes } = database()
    .update(pieces)
    .set({ recordingUrl: url })
    .where(and(eq(pieces.id, id), standing.piece))
    .run();
  return changes === 1 ? { ok: true, value: null } : notFound('There is no such piece in the studio.');
}

export function recordingOf(id: string): string {
  return (
    database().select({ url: pieces.recordingUrl }).from(pieces).where(eq(pieces.id, id)).get()?.url ?? ''
  );
}

/** The file as it came in, byte for byte. */
export function pieceFile(
  id: string,
): Found<{ readonly name: string; readonly bytes: Uint8Array<ArrayBuffer> }> {
  const row = database()
    .select({ name: pieces.fileName, bytes: pieces.fileBytes })
    .from(pieces)
    .where(and(eq(pieces.id, id), standing.piece))
    .get();
  return row
    ? { ok: true, value: { name: row.name, bytes: new Uint8Array(row.bytes) } }
    : notFound('There is no such piece in the studio.');
}

export function sourceScore(pieceId: string, revision: number): Found<Score> {
  const row = database()
    .select({ score: sourceRevisions.score })
    .from(sourceRevisions)
    .where(and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, revision)))
    .get();
  return row?.score ?? notFound('There is no such piece in the studio.');
}

export type CorrectionFailure = 'not-found' | 'not-readable' | 'stale' | 'bad-correction' | WorkFailure;

const CORRECTED_ELSEWHERE = {
  ok: false,
  code: 'stale',
  message: 'The piece was corrected in another window meanwhile.',
} as const;

/**
 * Corrects the source: a new revision is made, and arrangements keep standing on the one they were made from. A correction
 * made on another revision than the newest is refused.
 */
export function correctSource(
  pieceId: string,
  baseRevision: number,
  correction: Correction,
  nowMs: number,
): Promise<Outcome<number, CorrectionFailure>> {
  return changeSource(pieceId, baseRevision, nowMs, (score) => stepFor(score, correction));
}

/** Takes back the correction that led to a revision, by a new revision; what came after it must not stand in the way. */
export async function takeBackCorrection(
  pieceId: string,
  baseRevision: number,
  revision: number,
  nowMs: number,
): Promise<Outcome<number, CorrectionFailure>> {
  const row = database()
    .select({ step: sourceRevisions.step })
    .from(sourceRevisions)
    .where(and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, revision)))
    .get();
  if (!row?.step) return notFound('There is no such correction to take back.');
  if (!row.step.ok) return row.step;
  const step = invertScoreStep(row.step.value);
  return changeSource(pieceId, baseRevision, nowMs, () => ({ ok: true, step }));
}

async function changeSource(
  pieceId: string,
  baseRevision: number,
  nowMs: number,
  stepOn: (score: Score) => ReturnType<typeof stepFor>,
): Promise<Outcome<number, CorrectionFailure>> {
  const piece = database()
    .select({
      revision: pieces.sourceRevision,
      warnings: sourceRevisions.warnings,
      summary: sourceRevisions.summary,
    })
    .from(pieces)
    .innerJoin(
      sourceRevisions,
      and(eq(sourceRevisions.pieceId, pieces.id), eq(sourceRevisions.revision, pieces.sourceRevision)),
    )
    .where(and(eq(pieces.id, pieceId), standing.piece))
    .get();
  if (!piece) return notFound('This piece is no longer in the studio.');
  if (piece.revision !== baseRevision) return CORRECTED_ELSEWHERE;
  const source = sourceScore(pieceId, baseRevision);
  if (!source.ok) return source;
  const made = stepOn(source.value);
  if (!made.ok) return made;
  const applied = applyScoreStep(source.value, made.step);
  if (!applied.ok) return { ok: false, code: 'stale', message: applied.message };
  const { warnings, summary } = piece;
  const known = await work('sumUp', {
    score: applied.score,
    warnings: warnings.ok ? warnings.value : [],
    format: summary?.ok ? summary.value.format : SCORE_FORMATS.musicxml.label,
  });
  if (!known.ok) return known;
  return database().transaction((tx): Outcome<number, CorrectionFailure> => {
    const now = tx
      .select({ revision: pieces.sourceRevision })
      .from(pieces)
      .where(eq(pieces.id, pieceId))
      .get();
    if (now?.revision !== baseRevision) return CORRECTED_ELSEWHERE;
    const revision = baseRevision + 1;
    tx.insert(sourceRevisions)
      .values({
        pieceId,
        revision,
        step: read(made.step),
        score: read(applied.score),
        warnings,
        summary: read(known.value),
        createdAtMs: nowMs,
      })
      .run();
    const { title, composer, rights } = applied.score;
    tx.update(pieces)
      .set({ sourceRevision: revision, title, composer, rightsNote: rights })
      .where(eq(pieces.id, pieceId))
      .run();
    return { ok: true, value: revision };
  });
}

/** So many corrections are looked back on. */
const CORRECTIONS_BACK = 200;

/** Corrections that can still be taken back, the oldest first, each by the revision that it led to. */
export function correctionsToUndo(
  pieceId: string,
): readonly { readonly revision: number; readonly words: string }[] {
  const rows = database()
    .select({ revision: sourceRevisions.revision, step: sourceRevisions.step })
    .from(sourceRevisions)
    .where(eq(sourceRevisions.pieceId, pieceId))
    .orderBy(desc(sourceRevisions.revision))
    .limit(CORRECTIONS_BACK)
    .all();
  const made = rows
    .reverse()
    .flatMap(({ revision, step }) => (step?.ok ? [{ revision, step: step.value }] : []));
  return openSteps(made, (earlier, later) => isSameRecord(invertScoreStep(earlier.step), later.step)).map(
    ({ revision, step }) => ({ revision, words: scoreStepWords(step) }),
  );
}
