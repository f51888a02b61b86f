import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { correctionSchema } from '$lib/core/score/corrections';
import { FOUND_STATUS } from '$lib/server/found';
import { drawPieceAhead } from '$lib/server/draw-ahead';
import { pageWidthOf } from '$lib/server/page-width';
import { correctSource, takeBackCorrection } from '$lib/server/pieces';
import type { RequestHandler } from './$types';

const body = z.object({
  baseRevision: z.int().min(1),
  change: z.union([correctionSchema, z.object({ kind: z.literal('take-back'), revision: z.int().min(2) })]),
});

const STATUS = { ...FOUND_STATUS, stale: 409, 'bad-correction': 422 } as const;

/** Makes a correction of a source, or takes one back; answers with the new revision. */
export const POST: RequestHandler = async ({ request, params, cookies }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'This correction was not understood, so nothing was changed.' }, { status: 400 });
  const { baseRevision, change } = parsed.data;
  const outcome =
    change.kind === 'take-back'
      ? await takeBackCorrection(params.id, baseRevision, change.revision, Date.now())
      : await correctSource(params.id, baseRevision, change, Date.now());
  if (outcome.ok) {
    drawPieceAhead(params.id, pageWidthOf(cookies, 'piece'));
    return json({ revision: outcome.value });
  }
  return json({ message: outcome.message }, { status: STATUS[outcome.code] });
};
