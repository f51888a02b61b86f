import { and, desc, eq } from 'drizzle-orm';
import { newDocument, readDocument, type ArrangementDocument } from '../core/document/document';
import { applyStep, pinStep, recipeStep, type ArrangementStep } from '../core/document/steps';
import { makeupOf, studySource } from '../core/analyse/study-source';
import { database } from './db/client';
import { arrangementHistory, arrangements, pieces } from './db/schema';
import { newId, type Outcome } from './outcome';
import { sourceScore } from './pieces';

export interface ArrangementRecord {
  readonly id: string;
  readonly pieceId: string;
  readonly pieceTitle: string;
  readonly sourceRevision: number;
  readonly name: string;
  readonly document: ArrangementDocument;
  readonly revision: number;
  readonly updatedAtMs: number;
}

export function findArrangement(id: string): ArrangementRecord | null {
  const row = database()
    .select({ arrangement: arrangements, pieceTitle: pieces.title })
    .from(arrangements)
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(eq(arrangements.id, id))
    .get();
  if (!row) return null;
  const { documentJson, ...rest } = row.arrangement;
  return { ...rest, pieceTitle: row.pieceTitle, document: readDocument(documentJson) };
}

export function listArrangements(pieceId?: string): readonly ArrangementRecord[] {
  const rows = database()
    .select({ id: arrangements.id })
    .from(arrangements)
    .where(pieceId === undefined ? undefined : eq(arrangements.pieceId, pieceId))
    .orderBy(desc(arrangements.updatedAtMs))
    .all();
  return rows.flatMap(({ id }) => findArrangement(id) ?? []);
}

export function createArrangement(
  pieceId: string,
  nowMs: number,
  { name, rung = 3 }: { readonly name?: string; readonly rung?: number } = {},
): Outcome<string> {
  const piece = database().select().from(pieces).where(eq(pieces.id, pieceId)).get();
  const score = piece && sourceScore(pieceId, piece.sourceRevision);
  if (!piece || !score)
    return { ok: false, code: 'not-found', message: 'This piece is no longer in the studio.' };
  const document = newDocument(makeupOf(studySource(score)), rung);
  const count = database().select().from(arrangements).where(eq(arrangements.pieceId, pieceId)).all().length;
  const id = insertArrangement(
    pieceId,
    piece.sourceRevision,
    name ?? `Rung ${rung}${count > 0 ? `, ${count + 1}` : ''}`,
    document,
    nowMs,
  );
  return { ok: true, value: id };
}

/** Keeps a document as an arrangement of its own beside the one it came from. */
export function copyArrangement(
  fromId: string,
  document: ArrangementDocument,
  nowMs: number,
): Outcome<string> {
  const from = findArrangement(fromId);
  if (!from) return { ok: false, code: 'not-found', message: 'This arrangement is no longer in the studio.' };
  return {
    ok: true,
    value: insertArrangement(from.pieceId, from.sourceRevision, `${from.name} (copy)`, document, nowMs),
  };
}

/** The same recipe on another rung, as an arrangement of its own. Pins may come along; those without a note there rest. */
export function makeRung(fromId: string, rung: number, withPins: boolean, nowMs: number): Outcome<string> {
  const from = findArrangement(fromId);
  if (!from) return { ok: false, code: 'not-found', message: 'This arrangement is no longer in the studio.' };
  const document: ArrangementDocument = {
    ...from.document,
    recipe: { ...from.document.recipe, rung },
    pins: withPins ? from.document.pins : [],
  };
  const name = `${from.name.replace(/,? rung \d+$/i, '')}, rung ${rung}`.slice(0, 60);
  return { ok: true, value: insertArrangement(from.pieceId, from.sourceRevision, name, document, nowMs) };
}

/** Takes over another arrangement's pins, but where this one has a pin of its own for the same thing. */
export function copyPins(
  toId: string,
  fromId: string,
  nowMs: number,
): Outcome<{ readonly taken: number; readonly kept: number }> {
  const [to, from] = [findArrangement(toId), findArrangement(fromId)];
  if (!to || from?.pieceId !== to.pieceId)
    return { ok: false, code: 'not-found', message: 'One of these arrangements is no longer in the studio.' };
  const own = new Set(to.document.pins.map((pin) => pin.id));
  const news = from.document.pins.filter((pin) => !own.has(pin.id));
  const step = pinStep(to.document, news);
  const kept = from.document.pins.length - news.length;
  if (step) {
    const saved = saveStep(toId, { baseRevision: to.revision, idempotencyKey: newId(), step }, nowMs);
    if (!saved.ok) return { ok: false, code: 'not-found', message: saved.message };
  }
  return { ok: true, value: { taken: news.length, kept } };
}

/** Moves an arrangement to a key, as one step of its history. */
export function takeKey(id: string, key: string, octave: number, nowMs: number): Outcome<null> {
  const current = findArrangement(id);
  if (!current)
    return { ok: false, code: 'not-found', message: 'This arrangement is no longer in the studio.' };
  const step = recipeStep(current.document, { key, octave });
  if (!step) return { ok: true, value: null };
  const saved = saveStep(id, { baseRevision: current.revision, idempotencyKey: newId(), step }, nowMs);
  return saved.ok ? { ok: true, value: null } : { ok: false, code: 'not-found', message: saved.message };
}

function insertArrangement(
  pieceId: string,
  sourceRevision: number,
  name: string,
  document: ArrangementDocument,
  nowMs: number,
): string {
  const id = newId();
  database()
    .insert(arrangements)
    .values({
      id,
      pieceId,
      sourceRevision,
      name,
      documentJson: JSON.stringify(document),
      revision: 0,
      createdAtMs: nowMs,
      updatedAtMs: nowMs,
    })
    .run();
  return id;
}

export interface StepRequest {
  readonly baseRevision: number;
  readonly idempotencyKey: string;
  readonly step: ArrangementStep;
}

export type SaveOutcome =
  | { readonly ok: true; readonly revision: number }
  | { readonly ok: false; readonly code: 'not-found' | 'bad-step'; readonly message: string }
  | {
      readonly ok: false;
      readonly code: 'conflict';
      readonly message: string;
      readonly current: ArrangementRecord;
    };

/**
 * Saves one step in one transaction: history row and document together. The same key twice is answered as the first
 * time; a step made on an older revision is refused with the current state, so two tabs cannot overwrite each other.
 */
export function saveStep(id: string, request: StepRequest, nowMs: number): SaveOutcome {
  return database().transaction((tx): SaveOutcome => {
    const current = findArrangement(id);
    if (!current)
      return { ok: false, code: 'not-found', message: 'This arrangement is no longer in the studio.' };
    const done = tx
      .select({ revision: arrangementHistory.revision })
      .from(arrangementHistory)
      .where(
        and(
          eq(arrangementHistory.arrangementId, id),
          eq(arrangementHistory.idempotencyKey, request.idempotencyKey),
        ),
      )
      .get();
    if (done) return { ok: true, revision: done.revision };
    if (request.baseRevision !== current.revision) {
      return {
        ok: false,
        code: 'conflict',
        message: 'This arrangement was changed elsewhere since you opened it.',
        current,
      };
    }
    const applied = applyStep(current.document, request.step);
    if (!applied.ok) return { ok: false, code: 'bad-step', message: applied.message };
    const revision = current.revision + 1;
    tx.insert(arrangementHistory)
      .values({
        arrangementId: id,
        revision,
        idempotencyKey: request.idempotencyKey,
        stepJson: JSON.stringify(request.step),
        atMs: nowMs,
      })
      .run();
    tx.update(arrangements)
      .set({ documentJson: JSON.stringify(applied.document), revision, updatedAtMs: nowMs })
      .where(eq(arrangements.id, id))
      .run();
    return { ok: true, revision };
  });
}
