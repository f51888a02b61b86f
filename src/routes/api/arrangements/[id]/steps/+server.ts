import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { stepSchema } from '$lib/core/document/steps';
import { FOUND_STATUS } from '$lib/server/found';
import { saveStep } from '$lib/server/arrangements';
import { drawArrangementAhead } from '$lib/server/draw-ahead';
import { pageWidthOf } from '$lib/server/page-width';
import type { RequestHandler } from './$types';

const body = z.object({ baseRevision: z.int().min(0), idempotencyKey: z.uuid(), step: stepSchema });

const STATUS = { ...FOUND_STATUS, 'bad-step': 422, 'other-step': 422, conflict: 409 } as const;

export const POST: RequestHandler = async ({ request, params, cookies }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'This change was not understood, so nothing was saved.' }, { status: 400 });
  const outcome = saveStep(params.id, parsed.data, Date.now());
  if (outcome.ok) {
    drawArrangementAhead(params.id, pageWidthOf(cookies, 'bench'));
    return json({ revision: outcome.revision });
  }
  const current =
    outcome.code === 'conflict'
      ? { current: { revision: outcome.current.revision, document: outcome.current.document } }
      : {};
  return json({ code: outcome.code, message: outcome.message, ...current }, { status: STATUS[outcome.code] });
};
