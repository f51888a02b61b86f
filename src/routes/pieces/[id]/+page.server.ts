import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { nameSchema } from '$lib/core/text/names';
import { createArrangement, listArrangements } from '$lib/server/arrangements';
import { drawArrangementAhead } from '$lib/server/draw-ahead';
import { editionsOf } from '$lib/server/editions';
import { pieceLines } from '$lib/server/first-lines';
import { findLearner, listLearners } from '$lib/server/learners';
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
    learners: listLearners().map(({ id, name, rung }) => ({ id, name, rung })),
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

const newArrangement = z.object({ name: nameSchema(), learnerId: z.string().max(64).default('') });

export const actions: Actions = {
  arrange: async ({ request, params, cookies }) => {
    const form = await sentForm(request, newArrangement, 'Give the arrangement a name of up to 120 letters.');
    if (!form.ok) return form.failure;
    const outcome = await createArrangement(params.id, Date.now(), {
      name: form.value.name,
      learner: findLearner(form.value.learnerId),
    });
    if (!outcome.ok) return fail(FOUND_STATUS[outcome.code], { message: outcome.message });
    drawArrangementAhead(outcome.value, pageWidthOf(cookies, 'bench'));
    redirect(303, `/bench/${outcome.value}`);
  },
};
