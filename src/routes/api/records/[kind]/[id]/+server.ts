import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { nameSchema } from '$lib/core/text/names';
import { FOUND_STATUS } from '$lib/server/found';
import { deleteRecord } from '$lib/server/records/deletions';
import {
  ARCHIVED_KINDS,
  archiveRecord,
  COPIED_KINDS,
  duplicateRecord,
  longestName,
  RECORD_KINDS,
  renameRecord,
} from '$lib/server/records/records';
import { whatGoes } from '$lib/server/records/what-goes';
import type { RequestHandler } from './$types';

const STATUS = { ...FOUND_STATUS, stale: 409, 'bad-correction': 422, 'bad-document': 422 } as const;

const refused = (message: string, status: number) => json({ message }, { status });
const NO_KIND = 'There is no such kind of record.';

/** What goes when the record is deleted, by count. */
export const GET: RequestHandler = ({ params }) => {
  const kind = z.enum(RECORD_KINDS).safeParse(params.kind);
  if (!kind.success) return refused(NO_KIND, 404);
  const goes = whatGoes(kind.data, params.id);
  return goes ? json(goes) : refused('This is no longer in the studio.', 404);
};

/** Another name, or into the archive and back. */
export const PATCH: RequestHandler = async ({ params, request }) => {
  const kind = z.enum(RECORD_KINDS).safeParse(params.kind);
  if (!kind.success) return refused(NO_KIND, 404);
  const body = z
    .union([
      z.strictObject({ name: nameSchema(longestName(kind.data)) }),
      z.strictObject({ isArchived: z.boolean() }),
    ])
    .safeParse(await request.json().catch(() => null));
  if (!body.success)
    return refused(`Give a name that can be seen, of at most ${longestName(kind.data)} letters.`, 400);
  if ('name' in body.data) {
    const renamed = await renameRecord(kind.data, params.id, body.data.name, Date.now());
    return renamed.ok ? json({}) : refused(renamed.message, STATUS[renamed.code]);
  }
  const archived = z.enum(ARCHIVED_KINDS).safeParse(kind.data);
  if (!archived.success) return refused('Such records are not put away; they can be deleted.', 422);
  const done = archiveRecord(archived.data, params.id, body.data.isArchived, Date.now());
  return done.ok ? json({}) : refused(done.message, STATUS[done.code]);
};

/** A second record like this one; answers with its id. */
export const POST: RequestHandler = ({ params }) => {
  if (!z.enum(RECORD_KINDS).safeParse(params.kind).success) return refused(NO_KIND, 404);
  const kind = z.enum(COPIED_KINDS).safeParse(params.kind);
  if (!kind.success) return refused('Of such records there is only one.', 422);
  const made = duplicateRecord(kind.data, params.id, Date.now());
  return made.ok ? json({ id: made.value }) : refused(made.message, STATUS[made.code]);
};

/** Deletes the record; it can be taken back for a while by the id that is answered. */
export const DELETE: RequestHandler = ({ params }) => {
  const kind = z.enum(RECORD_KINDS).safeParse(params.kind);
  if (!kind.success) return refused(NO_KIND, 404);
  const deleted = deleteRecord(kind.data, params.id, Date.now());
  return deleted.ok
    ? json({ id: deleted.value.id, label: deleted.value.label })
    : refused(deleted.message, STATUS[deleted.code]);
};
