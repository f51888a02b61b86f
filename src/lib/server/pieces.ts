import { and, desc, eq } from 'drizzle-orm';
import { findKey } from '../core/analyse/key';
import type { ImportWarning } from '../core/formats/result';
import { readMusicXml } from '../core/formats/musicxml/read';
import { keyLabel } from '../core/pitch/key';
import { unusedParts } from '../core/arrange/hands';
import { applyScoreStep, type ScoreStep } from '../core/score/steps';
import { isPickup, timeLabel } from '../core/score/time';
import type { Score } from '../core/score/model';
import type { FileError } from '../core/formats/result';
import { database } from './db/client';
import { arrangements, assignments, editions, learners, pieces, sourceRevisions } from './db/schema';
import { newId, type Outcome } from './outcome';

/** What a teacher sees of a file before it is kept. */
export interface ScoreSummary {
  readonly title: string;
  readonly composer: string;
  readonly rights: string;
  readonly key: string;
  readonly time: string;
  readonly hasPickup: boolean;
  readonly measures: number;
  readonly notes: number;
  readonly parts: readonly string[];
  readonly hasLeftHand: boolean;
  readonly chordSymbols: number;
  readonly warnings: readonly ImportWarning[];
}

export type ReadFileOutcome =
  | { readonly ok: true; readonly score: Score; readonly summary: ScoreSummary }
  | { readonly ok: false; readonly error: FileError };

/** Reads an uploaded score without keeping it. */
export function readUpload(bytes: Uint8Array, fileName: string): ReadFileOutcome {
  const result = readMusicXml(bytes, fileName);
  if (!result.ok) return { ok: false, error: result.error };
  const unused = unusedParts(result.value).map((part) => ({
    message: `The part “${part.name || part.id}” is kept with the piece but not arranged: the hands take the tune and the keyboard part.`,
    measures: [],
  }));
  return { ok: true, score: result.value, summary: summarise(result.value, [...result.warnings, ...unused]) };
}

export function summarise(score: Score, warnings: readonly ImportWarning[]): ScoreSummary {
  const times = [...new Set(score.measures.map((measure) => timeLabel(measure.time)))];
  return {
    title: score.title,
    composer: score.composer,
    rights: score.rights,
    key: keyLabel(findKey(score).key),
    time: times.slice(0, 3).join(', ') + (times.length > 3 ? ' …' : ''),
    hasPickup: isPickup(score.measures),
    measures: score.measures.length,
    notes: score.notes.filter((note) => !note.grace).length,
    parts: score.parts.map((part) => part.name || part.id),
    hasLeftHand: score.parts.some((part) => part.staves >= 2),
    chordSymbols: score.chords.length,
    warnings,
  };
}

export function keepPiece(
  bytes: Uint8Array,
  fileName: string,
  score: Score,
  warnings: readonly ImportWarning[],
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
        sourceRevision: 1,
        importedAtMs: nowMs,
      })
      .run();
    tx.insert(sourceRevisions)
      .values({
        pieceId: id,
        revision: 1,
        stepJson: null,
        scoreJson: JSON.stringify(score),
        warningsJson: JSON.stringify(warnings),
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
  readonly importedAtMs: number;
  readonly summary: ScoreSummary;
  readonly arrangements: readonly { readonly id: string; readonly name: string }[];
  readonly learners: readonly string[];
}

export function listPieces(): readonly PieceListEntry[] {
  const db = database();
  return db
    .select()
    .from(pieces)
    .orderBy(desc(pieces.importedAtMs), pieces.title)
    .all()
    .map((piece) => ({
      id: piece.id,
      title: piece.title,
      composer: piece.composer,
      importedAtMs: piece.importedAtMs,
      summary: summaryOf(piece.id, piece.sourceRevision),
      arrangements: db
        .select({ id: arrangements.id, name: arrangements.name })
        .from(arrangements)
        .where(eq(arrangements.pieceId, piece.id))
        .all(),
      learners: [
        ...new Set(
          db
            .select({ name: learners.name })
            .from(assignments)
            .innerJoin(editions, eq(editions.id, assignments.editionId))
            .innerJoin(arrangements, eq(arrangements.id, editions.arrangementId))
            .innerJoin(learners, eq(learners.id, assignments.learnerId))
            .where(eq(arrangements.pieceId, piece.id))
            .all()
            .map((row) => row.name),
        ),
      ],
    }));
}

/** Summaries by piece and revision; a revision never changes, so neither does its summary. */
const summaries = new Map<string, ScoreSummary>();

function summaryOf(pieceId: string, revision: number): ScoreSummary {
  const key = `${pieceId}/${revision}`;
  const known = summaries.get(key);
  if (known) return known;
  const row = database()
    .select()
    .from(sourceRevisions)
    .where(and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, revision)))
    .get();
  const summary = summarise(
    JSON.parse(row?.scoreJson ?? '') as Score,
    JSON.parse(row?.warningsJson ?? '[]') as ImportWarning[],
  );
  summaries.set(key, summary);
  return summary;
}

export function findPiece(id: string) {
  const piece = database().select().from(pieces).where(eq(pieces.id, id)).get();
  if (!piece) return null;
  const { fileBytes, ...rest } = piece;
  return { ...rest, fileBytes, summary: summaryOf(id, piece.sourceRevision) };
}

export function sourceScore(pieceId: string, revision: number): Score | null {
  const row = database()
    .select({ scoreJson: sourceRevisions.scoreJson })
    .from(sourceRevisions)
    .where(and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, revision)))
    .get();
  return row ? (JSON.parse(row.scoreJson) as Score) : null;
}

/** Corrects the source: the step makes a new revision, and arrangements keep standing on the one they were made from. */
export function correctSource(
  pieceId: string,
  step: ScoreStep,
  nowMs: number,
): Outcome<number, 'not-found' | 'stale-step'> {
  return database().transaction((tx): Outcome<number, 'not-found' | 'stale-step'> => {
    const piece = tx.select().from(pieces).where(eq(pieces.id, pieceId)).get();
    const current = piece && sourceScore(pieceId, piece.sourceRevision);
    if (!piece || !current)
      return { ok: false, code: 'not-found', message: 'This piece is no longer in the studio.' };
    const applied = applyScoreStep(current, step);
    if (!applied.ok) return applied;
    const revision = piece.sourceRevision + 1;
    tx.insert(sourceRevisions)
      .values({
        pieceId,
        revision,
        stepJson: JSON.stringify(step),
        scoreJson: JSON.stringify(applied.score),
        warningsJson: '[]',
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
