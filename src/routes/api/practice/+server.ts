import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { ENTRY_KINDS } from '$lib/core/practice/register';
import { STAGE_IDS } from '$lib/core/practice/stages.data';
import { logEntry } from '$lib/server/practice';
import type { RequestHandler } from './$types';

const body = z.object({
  id: z.uuid(),
  assignmentId: z.string(),
  sectionId: z.string().max(64),
  stage: z.enum(STAGE_IDS),
  kind: z.enum(ENTRY_KINDS),
  tempoBpm: z.int().min(20).max(320).nullable(),
  onDay: z.int().min(0).max(60_000),
  correctsId: z.string().nullable(),
});

export const POST: RequestHandler = async ({ request }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'Check the date and the tempo (whole beats from 20 to 320).' }, { status: 400 });
  const outcome = logEntry(parsed.data, Date.now());
  return outcome.ok ? json({}) : json({ message: outcome.message }, { status: 404 });
};
