import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { nameSchema } from '$lib/core/text/names';
import { createArrangement, listArrangements } from '$lib/server/arrangements';
import { drawArrangementAhead } from '$lib/server/draw-ahead';
import { editionsOf } from '$lib/server/editions';
import { pieceLines } from '$lib/server/first-lines';
import { found, FOUND_STATUS } from '$lib/server/found';
import { pageWidthOf } from '$lib/server/page-width';
import { correctionsToUndo, findPiece } from '$lib/server/pieces';
import { sentForm } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, cookies }) => {
  const piece = found(findPiece(params.id));
  return {
    piece,
    corrections: correctionsToUndo(params.id),
    lines: await pieceLines(piece, pageWidthOf(cookies, 'piece')),
    arrangements: listArrangements(params.id).map((arrangement) => ({
      id: arrangement.id,
      name: arrangement.name,
      updatedAtMs: arrangement.updatedAtMs,
      sourceRevision: arrangement.sourceRevision,
      archivedAtMs: arrangement.archivedAtMs,
      editions: editionsOf(arrangement.id),
    })),
  };
};

const arrangementName = z.object({ name: nameSchema() });

export const actions: Actions = {
  arrange: async ({ request, params, cookies }) => {
    const form = await sentForm(
      request,
      arrangementName,
      'Give the arrangement a name of up to 120 letters.',
    );
    if (!form.ok) return form.failure;
    const outcome = await createArrangement(params.id, Date.now(), form.value);
    if (!outcome.ok) return fail(FOUND_STATUS[outcome.code], { message: outcome.message });
    drawArrangementAhead(outcome.value, pageWidthOf(cookies, 'bench'));
    redirect(303, `/bench/${outcome.value}`);
  },
};
