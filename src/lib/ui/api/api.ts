import { z } from 'zod';
import { documentSchema, type ArrangementDocument } from '$lib/core/document/document';
import type { ArrangementStep } from '$lib/core/document/steps';
import type { SheetChoices } from '$lib/core/handout/sheet-choices';
import type { HandName } from '$lib/core/hands/hand';
import type { Take } from '$lib/core/listen/take';
import { rulesSchema, type ArrangingRules } from '$lib/core/ladder/rules';
import type { PLAIN_MARK, PracticeEntry } from '$lib/core/practice/register';
import type { WeekTask } from '$lib/core/practice/week-tasks';
import type { Correction } from '$lib/core/score/corrections';
import type { Score } from '$lib/core/score/model';
import type { Printed } from '$lib/core/sheets/page';

/** What an answer of our own server comes to: the value, or why there is none, in words for the page. */
export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: 'unreachable'; readonly message: string }
  | {
      readonly ok: false;
      readonly code: 'refused';
      readonly status: number;
      readonly message: string;
      readonly body: unknown;
    };

const UNREACHABLE = 'Key Path cannot be reached. Check that it is running, then try again.';
const NOT_UNDERSTOOD = 'The answer was not understood. Load the page again.';

const said = z.object({ message: z.string() });

interface Asked {
  readonly method?: 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  readonly body?: unknown;
  readonly signal?: AbortSignal;
}

/** Asks our server, and reads the answer by its schema; nothing is taken on trust. */
async function ask<T>(
  url: string,
  schema: z.ZodType<T>,
  { method, body, signal }: Asked = {},
): Promise<Answer<T>> {
  // A form and a file are sent as they are.
  const isAsItIs = body instanceof FormData || body instanceof File;
  let response: Response;
  try {
    response = await fetch(url, {
      ...(method ? { method } : {}),
      ...(signal ? { signal } : {}),
      ...(body === undefined ? {} : { body: isAsItIs ? body : JSON.stringify(body) }),
      ...(body === undefined || isAsItIs ? {} : { headers: { 'content-type': 'application/json' } }),
    });
  } catch {
    return { ok: false, code: 'unreachable', message: UNREACHABLE };
  }
  const answer: unknown = await response.json().catch(() => null);
  const parsed = response.ok ? schema.safeParse(answer) : null;
  if (parsed?.success) return { ok: true, value: parsed.data };
  const { status } = response;
  const words = said.safeParse(answer).data?.message;
  // A server that is going down, or a proxy before it, has refused nothing.
  if (status >= 502 && words === undefined) return { ok: false, code: 'unreachable', message: UNREACHABLE };
  const message = words ?? NOT_UNDERSTOOD;
  return { ok: false, code: 'refused', status, message, body: answer };
}

/** Asks for a file: what comes is as it is, or why there is none. */
async function askFile(url: string, body: unknown): Promise<Answer<Blob>> {
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(url, { method: 'POST', headers, body: JSON.stringify(body) }).catch(
    () => null,
  );
  if (!response) return { ok: false, code: 'unreachable', message: UNREACHABLE };
  if (response.ok) return { ok: true, value: await response.blob() };
  const answer: unknown = await response.json().catch(() => null);
  const message = said.safeParse(answer).data?.message ?? NOT_UNDERSTOOD;
  return { ok: false, code: 'refused', status: response.status, message, body: answer };
}

/** Pages are made by our own server, item by item; here only their outline is checked. */
const printedOutline = z
  .object({ widthMm: z.number(), heightMm: z.number(), pages: z.array(z.unknown()) })
  .loose() as unknown as z.ZodType<Printed>;

export interface HandoutAsked {
  readonly learnerId: string | null;
  readonly choices: SheetChoices;
}

/** A score comes from a row that the server has checked; here only its outline is. */
const scoreOutline = z
  .object({ title: z.string(), measures: z.array(z.unknown()), notes: z.array(z.unknown()) })
  .loose() as unknown as z.ZodType<Score>;

const takeOutline = z.object({
  keys: z.array(z.object({ key: z.int(), onMs: z.number(), offMs: z.number(), velocity: z.int() })),
  pedal: z.array(z.object({ atMs: z.number(), isDown: z.boolean() })),
});

export interface TakeToKeep {
  readonly editionId: string;
  readonly sectionId: string;
  readonly hand: HandName | null;
  readonly take: Take;
  /** What was heard, in sentences. */
  readonly heard: readonly string[];
}

const revision = z.object({ revision: z.int() });
const made = z.object({ id: z.string() });
const conflict = z.object({ current: z.object({ revision: z.int(), document: documentSchema }) });

export interface ServerState {
  readonly revision: number;
  readonly document: ArrangementDocument;
}

/** What the server holds, where it refused because it holds something newer. */
export function newerState(body: unknown): ServerState | null {
  return conflict.safeParse(body).data?.current ?? null;
}

type MarkDetails = keyof typeof PLAIN_MARK;
export type EntryToLog = Omit<PracticeEntry, 'createdAtMs' | 'earnedOn' | MarkDetails> &
  Partial<Pick<PracticeEntry, MarkDetails>> & { readonly assignmentId: string; readonly markedAtMs?: number };

/** What is written down in a lesson beside its marks. */
export type LessonWriting =
  | { readonly do: 'note'; readonly note: string }
  | { readonly do: 'end' }
  | { readonly do: 'set'; readonly learnerId: string; readonly tasks: readonly WeekTask[] };

/** Records that can be renamed, put away and deleted by themselves. */
export type RecordKind = 'piece' | 'arrangement' | 'edition' | 'learner' | 'lesson' | 'import';

/** Our own HTTP API, call by call. */
export const api = {
  pieceScore: (pieceId: string, sourceRevision: number) =>
    ask(`/api/pieces/${pieceId}/score?revision=${sourceRevision}`, scoreOutline),
  editionScore: (id: string) => ask(`/api/editions/${id}/score`, scoreOutline),
  correctPiece: (
    pieceId: string,
    request: {
      readonly baseRevision: number;
      readonly change: Correction | { readonly kind: 'take-back'; readonly revision: number };
    },
  ) => ask(`/api/pieces/${pieceId}/corrections`, revision, { method: 'POST', body: request }),
  noteRecording: (pieceId: string, url: string) =>
    ask(`/api/pieces/${pieceId}/recording`, z.object({}), { method: 'PUT', body: { url } }),
  saveStep: (
    arrangementId: string,
    request: {
      readonly baseRevision: number;
      readonly idempotencyKey: string;
      readonly step: ArrangementStep;
    },
  ) => ask(`/api/arrangements/${arrangementId}/steps`, revision, { method: 'POST', body: request }),
  copyArrangement: (arrangementId: string, document: ArrangementDocument) =>
    ask(`/api/arrangements/${arrangementId}/copy`, made, { method: 'POST', body: { document } }),
  logEntry: (entry: EntryToLog) => ask('/api/practice', z.object({}), { method: 'POST', body: entry }),
  /** A learner's own mark; `base` is where the stand's pages are. */
  markOwn: (
    base: string,
    mark: Pick<EntryToLog, 'id' | 'assignmentId' | 'sectionId' | 'stage' | 'kind' | 'tempoBpm'>,
  ) => ask(`${base}/api/marks`, z.object({}), { method: 'POST', body: mark }),
  printPages: (editionId: string, asked: HandoutAsked, signal?: AbortSignal) =>
    ask<Printed>(`/api/handouts/${editionId}/pages`, printedOutline, {
      ...{ method: 'POST', body: asked },
      ...(signal ? { signal } : {}),
    }),
  printFile: (editionId: string, asked: HandoutAsked) => askFile(`/api/handouts/${editionId}/pdf`, asked),
  /** `url`: whose takes they are. */
  keepTake: (url: string, take: TakeToKeep) => ask(url, made, { method: 'POST', body: take }),
  take: (url: string) => ask<Take>(url, takeOutline),
  deleteTake: (id: string) => ask(`/api/takes/${id}`, z.object({}), { method: 'DELETE' }),
  writeLesson: (lessonId: string, written: LessonWriting) =>
    ask(`/api/lessons/${lessonId}`, z.object({}), { method: 'PUT', body: written }),
  keepRules: (rules: ArrangingRules) =>
    ask<ArrangingRules>('/api/settings/arranging', rulesSchema, { method: 'PUT', body: rules }),
  resetRules: () => ask<ArrangingRules>('/api/settings/arranging', rulesSchema, { method: 'DELETE' }),
  whatGoes: (kind: RecordKind, id: string) =>
    ask(`/api/records/${kind}/${id}`, z.object({ label: z.string(), what: z.string() })),
  changeRecord: (
    kind: RecordKind,
    id: string,
    change: { readonly name: string } | { readonly isArchived: boolean },
  ) => ask(`/api/records/${kind}/${id}`, z.object({}), { method: 'PATCH', body: change }),
  duplicateRecord: (kind: RecordKind, id: string) =>
    ask(`/api/records/${kind}/${id}`, made, { method: 'POST' }),
  deleteRecord: (kind: RecordKind, id: string) =>
    ask(`/api/records/${kind}/${id}`, z.object({ id: z.string(), label: z.string() }), { method: 'DELETE' }),
  takeBackDeletion: (id: string) => ask(`/api/deletions/${id}`, z.object({}), { method: 'POST' }),
  bringInBackup: (file: File) =>
    ask('/api/backups', z.object({ name: z.string() }), { method: 'PUT', body: file }),
  eraseDeleted: (id: string) =>
    ask(`/api/deletions/${id}`, z.object({ copies: z.array(z.string()) }), { method: 'DELETE' }),
  importScore: <T>(form: FormData, schema: z.ZodType<T>, signal?: AbortSignal) =>
    ask('/api/imports', schema, { method: 'POST', body: form, ...(signal ? { signal } : {}) }),
};
