import { and, desc, eq } from 'drizzle-orm';
import { findKey } from '../core/analyse/key';
import type { ImportWarning, FileError } from '../core/formats/result';
import { FORMAT_LABELS, formatOf, readScore } from '../core/formats/read-score';
import { keyLabel } from '../core/pitch/key';
import { suggestUses } from '../core/score/roles';
import { midiOf, pitchName } from '../core/pitch/pitch';
import { stepFor, type Correction } from '../core/score/corrections';
import { EMPTY_SCORE, type PartUse, type Score } from '../core/score/model';
import { applyScoreStep, invertScoreStep, type ScoreStep } from '../core/score/steps';
import { isPickup, timeLabel } from '../core/score/time';
import { database } from './db/client';
import { arrangements, assignments, editions, learners, pieces, sourceRevisions } from './db/schema';
import { newId, type Outcome } from './outcome';

/** A staff of the file, for choosing what it is for. */
export interface StaffSummary {
  readonly part: number;
  readonly staff: number;
  readonly name: string;
  readonly notes: number;
  readonly lowest: string;
  readonly highest: string;
  readonly hasWords: boolean;
  readonly use: PartUse;
}

/** What a teacher sees of a file before it is kept. */
export interface ScoreSummary {
  readonly title: string;
  readonly composer: string;
  readonly rights: string;
  readonly format: string;
  readonly key: string;
  readonly time: string;
  readonly hasPickup: boolean;
  readonly measures: number;
  readonly notes: number;
  readonly parts: readonly string[];
  readonly staves: readonly StaffSummary[];
  readonly hasLeftHand: boolean;
  readonly chordSymbols: number;
  readonly warnings: readonly ImportWarning[];
}

export type ReadFileOutcome =
  | { readonly ok: true; readonly score: Score; readonly summary: ScoreSummary }
  | { readonly ok: false; readonly error: FileError };

/** Reads an uploaded score of any format without keeping it. */
export function readUpload(bytes: Uint8Array, fileName: string): ReadFileOutcome {
  const result = readScore(bytes, fileName);
  if (!result.ok) return { ok: false, error: result.error };
  const format = FORMAT_LABELS[formatOf(bytes, fileName)];
  return { ok: true, score: result.value, summary: summarise(result.value, result.warnings, format) };
}

export function summarise(score: Score, warnings: readonly ImportWarning[], format: string): ScoreSummary {
  const times = [...new Set(score.measures.map((measure) => timeLabel(measure.time)))];
  return {
    title: score.title,
    composer: score.composer,
    rights: score.rights,
    format,
    key: keyLabel(findKey(score).key),
    time: times.slice(0, 3).join(', ') + (times.length > 3 ? ' …' : ''),
    hasPickup: isPickup(score.measures),
    measures: score.measures.length,
    notes: score.notes.filter((note) => !note.grace).length,
    parts: score.parts.map((part) => part.name || part.id),
    staves: staffSummaries(score),
    hasLeftHand: score.parts.some((part) => part.staves >= 2),
    chordSymbols: score.chords.length,
    warnings,
  };
}

function staffSummaries(score: Score): readonly StaffSummary[] {
  return suggestUses(score.parts).flatMap((uses, part) =>
    uses.map((use, staff): StaffSummary => {
      const notes = score.notes.filter((note) => note.part === part && note.staff === staff);
      const sorted = [...notes].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
      const { name, id, staves } = score.parts[part]!;
      const place =
        staves === 1
          ? ''
          : staff === 0
            ? ', upper staff'
            : staff === 1
              ? ', lower staff'
              : `, staff ${staff + 1}`;
      return {
        part,
        staff,
        name: (name || id) + place,
        notes: notes.length,
        lowest: sorted[0] ? pitchName(sorted[0].pitch) : '',
        highest: sorted.at(-1) ? pitchName(sorted.at(-1)!.pitch) : '',
        hasWords: notes.some((note) => note.lyrics.length > 0),
        use,
      };
    }),
  );
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
  readonly sourceRevision: number;
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
      sourceRevision: piece.sourceRevision,
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
  const piece = database()
    .select({ fileName: pieces.fileName, fileBytes: pieces.fileBytes })
    .from(pieces)
    .where(eq(pieces.id, pieceId))
    .get()!;
  const summary = summarise(
    parseScore(row!.scoreJson),
    JSON.parse(row!.warningsJson) as ImportWarning[],
    FORMAT_LABELS[formatOf(new Uint8Array(piece.fileBytes), piece.fileName)],
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
  return row ? parseScore(row.scoreJson) : null;
}

/** Scores kept by an earlier version lack what has been added to the model since. */
function parseScore(json: string): Score {
  return { ...EMPTY_SCORE, ...(JSON.parse(json) as Score) };
}

export type CorrectionFailure = 'not-found' | 'stale' | 'bad-correction';

/**
 * Corrects the source: a new revision is made, and arrangements keep standing on the one they were made from. A correction
 * made on another revision than the newest is refused.
 */
export function correctSource(
  pieceId: string,
  baseRevision: number,
  correction: Correction,
  nowMs: number,
): Outcome<number, CorrectionFailure> {
  return changeSource(pieceId, baseRevision, nowMs, (score) => stepFor(score, correction));
}

/** Takes back the correction that led to a revision, by a new revision; what came after it must not stand in the way. */
export function takeBackCorrection(
  pieceId: string,
  baseRevision: number,
  revision: number,
  nowMs: number,
): Outcome<number, CorrectionFailure> {
  const row = database()
    .select({ stepJson: sourceRevisions.stepJson })
    .from(sourceRevisions)
    .where(and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, revision)))
    .get();
  if (!row?.stepJson)
    return { ok: false, code: 'not-found', message: 'There is no such correction to take back.' };
  const step = invertScoreStep(JSON.parse(row.stepJson) as ScoreStep);
  return changeSource(pieceId, baseRevision, nowMs, () => ({ ok: true, step }));
}

function changeSource(
  pieceId: string,
  baseRevision: number,
  nowMs: number,
  stepOn: (score: Score) => ReturnType<typeof stepFor>,
): Outcome<number, CorrectionFailure> {
  return database().transaction((tx): Outcome<number, CorrectionFailure> => {
    const piece = tx.select().from(pieces).where(eq(pieces.id, pieceId)).get();
    const current = piece && sourceScore(pieceId, piece.sourceRevision);
    if (!piece || !current)
      return { ok: false, code: 'not-found', message: 'This piece is no longer in the studio.' };
    if (piece.sourceRevision !== baseRevision)
      return { ok: false, code: 'stale', message: 'The piece was corrected in another window meanwhile.' };
    const made = stepOn(current);
    if (!made.ok) return made;
    const applied = applyScoreStep(current, made.step);
    if (!applied.ok) return { ok: false, code: 'stale', message: applied.message };
    const before = tx
      .select({ warningsJson: sourceRevisions.warningsJson })
      .from(sourceRevisions)
      .where(and(eq(sourceRevisions.pieceId, pieceId), eq(sourceRevisions.revision, baseRevision)))
      .get();
    const revision = piece.sourceRevision + 1;
    tx.insert(sourceRevisions)
      .values({
        pieceId,
        revision,
        stepJson: JSON.stringify(made.step),
        scoreJson: JSON.stringify(applied.score),
        warningsJson: before?.warningsJson ?? '[]',
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
