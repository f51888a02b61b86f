import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { PART_USES } from '$lib/core/score/model';
import { isSeen, MOST_TITLE } from '$lib/core/text/names';
import { drawPieceAhead } from '$lib/server/draw-ahead';
import { pageWidthOf } from '$lib/server/page-width';
import { keepPiece, pieceOfFile, readUpload } from '$lib/server/pieces';
import { MAX_FILE_BYTES } from '$lib/core/formats/musicxml/container';
import { isWorkFailure, WORK_STATUS } from '$lib/server/work/pool';
import type { RequestHandler } from './$types';

const usesSchema = z.array(z.array(z.enum(PART_USES)));

/**
 * Reads an uploaded score. Without `keep` it only tells what is in it; with `keep` the piece is stored, under the title
 * and rights note that the teacher gave.
 */
export const POST: RequestHandler = async ({ request, cookies }) => {
  const form = await request.formData().catch(() => null);
  const file = form?.get('file');
  if (!form || !(file instanceof File)) {
    return json(
      { message: 'No file arrived. Choose a file and try again; files may be up to 10 MB.' },
      { status: 400 },
    );
  }
  if (file.size > MAX_FILE_BYTES)
    return json(
      { message: 'The file is larger than 10 MB, which no score needs.', place: { file: file.name } },
      { status: 413 },
    );
  const bytes = new Uint8Array(await file.arrayBuffer());
  const text = (field: string) => {
    const value = form.get(field);
    return typeof value === 'string' ? value.trim().slice(0, MOST_TITLE) : undefined;
  };
  const uses = usesSchema.safeParse(jsonOf(form.get('uses')));
  const title = text('title');
  if (form.get('keep') === 'yes' && title !== undefined && !isSeen(title))
    return json({ message: 'Give a title that can be seen.' }, { status: 400 });
  const rights = text('rights');
  const read = await readUpload(bytes, file.name, {
    ...(title === undefined ? {} : { title }),
    ...(rights === undefined ? {} : { rights }),
    ...(uses.success ? { uses: uses.data } : {}),
  });
  if (!read.ok)
    return json(read.error, { status: isWorkFailure(read.error.code) ? WORK_STATUS[read.error.code] : 422 });
  const there = pieceOfFile(bytes);
  if (form.get('keep') !== 'yes') return json({ ...read.summary, tastes: read.tastes, there });
  // Asked twice it is one piece; a second one from the same file is made only where that is wanted.
  if (there && form.get('again') !== 'yes') return json({ id: there.id, isThere: true });
  const id = keepPiece(bytes, file.name, read, Date.now());
  drawPieceAhead(id, pageWidthOf(cookies, 'piece'));
  return json({ id });
};

function jsonOf(field: FormDataEntryValue | null): unknown {
  try {
    return typeof field === 'string' ? JSON.parse(field) : null;
  } catch {
    return null;
  }
}
