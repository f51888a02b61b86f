import { LRUCache } from 'lru-cache';
import { and, count, desc, eq, ne } from 'drizzle-orm';
import { newDocument, type ArrangementDocument } from '../core/document/document';
import { applyStep, invertStep, pinStep, recipeStep, type ArrangementStep } from '../core/document/steps';
import { documentFault, stepFault, type Ground } from '../core/document/step-sense';
import { openSteps } from '../core/score/open-steps';
import { isSameRecord } from '../core/score/same-record';
import { copyName } from '../core/text/names';
import type { Learner } from './learners';
import { database } from './db/client';
import type { Db } from './db/db';
import { arrangementHistory, arrangements, pieces } from './db/schema';
import { standing } from './db/standing';
import { read } from './kept/kept';
import { studioRules } from './settings';
import { newId, notFound, type Found, type Outcome } from './outcome';
import { sourceScore } from './pieces';
import { work, type WorkFailure } from './work/pool';

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

const GONE = notFound('This arrangement is no longer in the studio.');

export function findArrangement(id: string): Found<ArrangementRecord> {
  const row = database()
    .select({ arrangement: arrangements, pieceTitle: pieces.title })
    .from(arrangements)
    .innerJoin(pieces, eq(pieces.id, arrangements.pieceId))
    .where(and(eq(arrangements.id, id), standing.arrangement, standing.piece))
    .get();
  if (!row) return GONE;
  const { document, ...rest } = row.arrangement;
  if (!document.ok) return document;
  return { ok: true, value: { ...rest, pieceTitle: row.pieceTitle, document: document.value } };
}

/** The arrangements of a piece, the newest first, by what lists say of them. */
export function listArrangements(pieceId: string) {
  return database()
    .select({
      id: arrangements.id,
      name: arrangements.name,
      updatedAtMs: arrangements.updatedAtMs,
      sourceRevision: arrangements.sourceRevision,
      archivedAtMs: arrangements.archivedAtMs,
    })
    .from(arrangements)
    .where(and(eq(arrangements.pieceId, pieceId), standing.arrangement))
    .orderBy(desc(arrangements.updatedAtMs))
    .all();
}

/** The other arrangements of the same piece; those that cannot be read have nothing to copy. */
export function siblingsOf({ id, pieceId }: ArrangementRecord) {
  return database()
    .select({ id: arrangements.id, name: arrangements.name, document: arrangements.document })
    .from(arrangements)
    .where(and(eq(arrangements.pieceId, pieceId), ne(arrangements.id, id), standing.arrangement))
    .orderBy(desc(arrangements.updatedAtMs))
    .all()
    .flatMap(({ document, ...rest }) => {
      if (!document.ok) return [];
      const { recipe, pins } = document.value;
      return [{ ...rest, rung: recipe.rung, pins: pins.length }];
    });
}

export async function createArrangement(
  pieceId: string,
  nowMs: number,
  {
    name,
    learner = null,
    rung = learner?.rung ?? 3,
  }: { readonly name?: string; readonly rung?: number; readonly learner?: Learner | null } = {},
): Promise<Outcome<string, 'not-found' | 'not-readable' | WorkFailure>> {
  const piece = database()
    .select({ sourceRevision: pieces.sourceRevision })
    .from(pieces)
    .where(and(eq(pieces.id, pieceId), standing.piece))
    .get();
  if (!piece) return notFound('This piece is no longer in the studio.');
  const score = sourceScore(pieceId, piece.sourceRevision);
  if (!score.ok) return score;
  const makeup = await work('makeup', score.value);
  if (!makeup.ok) return makeup;
  const plain = newDocument(makeup.value, rung);
  const document = learner ? { ...plain, recipe: { ...plain.recipe, ...waysOf(learner) } } : plain;
  const others = database()
    .select({ n: count() })
    .from(arrangements)
    .where(eq(arrangements.pieceId, pieceId))
    .get()!.n;
  const id = insertArrangement(
    pieceId,
    piece.sourceRevision,
    name ?? `Rung ${rung}${others > 0 ? `, ${others + 1}` : ''}`,
    document,
    nowMs,
  );
  return { ok: true, value: id };
}

/** An arrangement that is made for a learner begins with the learner's ways. */
const waysOf = ({ id, countingStyle, fingeringStyle }: Learner) => ({
  learnerId: id,
  countStyle: countingStyle,
  fingerStyle: fingeringStyle,
});

/** Keeps a document as an arrangement of its own beside the one it came from. */
export function copyArrangement(
  fromId: string,
  document: ArrangementDocument,
  nowMs: number,
): Outcome<string, 'not-found' | 'not-readable' | 'bad-document'> {
  const from = findArrangement(fromId);
  if (!from.ok) return from;
  const { pieceId, sourceRevision, name } = from.value;
  const ground = groundOf(pieceId, sourceRevision);
  if (!ground.ok) return ground;
  const fault = documentFault(document, ground.value);
  if (fault) return { ok: false, code: 'bad-document', message: fault };
  return {
    ok: true,
    value: insertArrangement(pieceId, sourceRevision, copyName(name), document, nowMs),
  };
}

/** The same recipe on another rung, as an arrangement of its own. Pins may come along; those without a note there rest. */
export function makeRung(fromId: string, rung: number, withPins: boolean, nowMs: number): Found<string> {
  const from = findArrangement(fromId);
  if (!from.ok) return from;
  const { pieceId, sourceRevision, document, name } = from.value;
  const made: ArrangementDocument = {
    ...document,
    recipe: { ...document.recipe, rung },
    pins: withPins ? document.pins : [],
  };
  const called = `${name.replace(/,? rung \d+$/i, '')}, rung ${rung}`.slice(0, 60);
  return { ok: true, value: insertArrangement(pieceId, sourceRevision, called, made, nowMs) };
}

/** Takes over another arrangement's pins, but where this one has a pin of its own for the same thing. */
export function copyPins(
  toId: string,
  fromId: string,
  nowMs: number,
): Found<{ readonly taken: number; readonly kept: number }> {
  const [to, from] = [findArrangement(toId), findArrangement(fromId)];
  if (!to.ok) return to;
  if (!from.ok) return from;
  if (from.value.pieceId !== to.value.pieceId)
    return notFound('The two arrangements are not of the same piece.');
  const own = new Set(to.value.document.pins.map((pin) => pin.id));
  const news = from.value.document.pins.filter((pin) => !own.has(pin.id));
  const step = pinStep(to.value.document, news);
  const kept = from.value.document.pins.length - news.length;
  if (step) {
    const saved = saveStep(toId, { baseRevision: to.value.revision, idempotencyKey: newId(), step }, nowMs);
    if (!saved.ok) return notFound(saved.message);
  }
  return { ok: true, value: { taken: news.length, kept } };
}

/** Moves an arrangement to a key, as one step of its history. */
export function takeKey(id: string, key: string, octave: number, nowMs: number): Outcome<null, 'not-taken'> {
  const refuse = (message: string) => ({ ok: false, code: 'not-taken', message }) as const;
  const current = findArrangement(id);
  if (!current.ok) return refuse(current.message);
  const step = recipeStep(current.value.document, { key, octave });
  if (!step) return { ok: true, value: null };
  const request = { baseRevision: current.value.revision, idempotencyKey: newId(), step };
  const saved = saveStep(id, request, nowMs);
  return saved.ok ? { ok: true, value: null } : refuse(saved.message);
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
      document: read(document),
      revision: 0,
      createdAtMs: nowMs,
      updatedAtMs: nowMs,
    })
    .run();
  return id;
}

/** Of this database alone: another may hold other music under the same name. */
const lengths = new WeakMap<Db, LRUCache<string, readonly number[]>>();

/** What a document of a source is checked against; a source's measures are read once, since a revision never changes. */
function groundOf(pieceId: string, sourceRevision: number): Found<Ground> {
  const name = `${pieceId}/${sourceRevision}`;
  const own = lengths.get(database()) ?? new LRUCache<string, readonly number[]>({ max: 200 });
  lengths.set(database(), own);
  let known = own.get(name);
  if (!known) {
    const source = sourceScore(pieceId, sourceRevision);
    if (!source.ok) return source;
    known = source.value.measures.map(({ length }) => length);
    own.set(name, known);
  }
  return { ok: true, value: { lengths: known, rungs: studioRules().rules.rungs.length } };
}

export interface StepRequest {
  readonly baseRevision: number;
  readonly idempotencyKey: string;
  readonly step: ArrangementStep;
}

export type SaveOutcome =
  | { readonly ok: true; readonly revision: number }
  | {
      readonly ok: false;
      readonly code: 'not-found' | 'not-readable' | 'bad-step' | 'other-step';
      readonly message: string;
    }
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
    const found = findArrangement(id);
    if (!found.ok) return found;
    const current = found.value;
    const done = tx
      .select({ revision: arrangementHistory.revision, step: arrangementHistory.step })
      .from(arrangementHistory)
      .where(
        and(
          eq(arrangementHistory.arrangementId, id),
          eq(arrangementHistory.idempotencyKey, request.idempotencyKey),
        ),
      )
      .get();
    if (done)
      return done.step.ok && isSameRecord(done.step.value, request.step)
        ? { ok: true, revision: done.revision }
        : {
            ok: false,
            code: 'other-step',
            message: 'Another change was saved under this name already; make it again.',
          };
    if (request.baseRevision !== current.revision) {
      return {
        ok: false,
        code: 'conflict',
        message: 'This arrangement was changed elsewhere since you opened it.',
        current,
      };
    }
    const ground = groundOf(current.pieceId, current.sourceRevision);
    if (!ground.ok) return ground;
    const fault = stepFault(request.step, ground.value);
    if (fault) return { ok: false, code: 'bad-step', message: fault };
    const applied = applyStep(current.document, request.step);
    if (!applied.ok) return { ok: false, code: 'bad-step', message: applied.message };
    const revision = current.revision + 1;
    tx.insert(arrangementHistory)
      .values({
        arrangementId: id,
        revision,
        idempotencyKey: request.idempotencyKey,
        step: read(request.step),
        atMs: nowMs,
      })
      .run();
    tx.update(arrangements)
      .set({ document: read(applied.document), revision, updatedAtMs: nowMs })
      .where(eq(arrangements.id, id))
      .run();
    return { ok: true, revision };
  });
}

/** So many steps are looked back on. */
const STEPS_BACK = 200;
const MOST_STEP_LETTERS = 100_000;

/** Steps that can still be undone, the oldest first, as far back as a page may carry. */
export function stepsToUndo(id: string): readonly ArrangementStep[] {
  const rows = database()
    .select({ step: arrangementHistory.step })
    .from(arrangementHistory)
    .where(eq(arrangementHistory.arrangementId, id))
    .orderBy(desc(arrangementHistory.revision))
    .limit(STEPS_BACK)
    .all();
  const history: ArrangementStep[] = [];
  for (const { step } of rows.reverse())
    if (step.ok) history.push(step.value);
    // What cannot be read cannot be undone, nor what came before it.
    else history.length = 0;
  const open = openSteps(history, (earlier, later) => isSameRecord(invertStep(earlier), later));
  let letters = 0;
  const carried = [...open]
    .reverse()
    .filter((step) => (letters += JSON.stringify(step).length) < MOST_STEP_LETTERS);
  return carried.reverse();
}
