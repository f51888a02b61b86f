import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { ENTRY_KINDS } from '$lib/core/practice/register';
import { TROUBLE_KIND_NAMES } from '$lib/core/practice/trouble';
import { STAGE_IDS } from '$lib/core/practice/stages.data';
import { logEntry } from '$lib/server/practice';
import type { RequestHandler } from './$types';

const body = z.object({
  id: z.uuid(),
  assignmentId: z.string().max(64),
  sectionId: z.string().max(64),
  stage: z.enum(STAGE_IDS),
  kind: z.enum(ENTRY_KINDS),
  tempoBpm: z.int().min(20).max(320).nullable(),
  onDay: z.int().min(0).max(60_000),
  correctsId: z.string().max(64).nullable(),
  cleanRuns: z.int().min(0).max(50).default(0),
  failedRuns: z.int().min(0).max(50).default(0),
  minutes: z.int().min(0).max(600).nullable().default(null),
  lessonId: z.string().max(64).nullable().default(null),
  throughId: z.string().max(64).nullable().default(null),
  trouble: z
    .object({
      from: z.int().min(0).max(10_000),
      to: z.int().min(0).max(10_000),
      kind: z.enum(TROUBLE_KIND_NAMES),
      hand: z.enum(['right', 'left']).nullable(),
    })
    .refine(({ from, to }) => to >= from, { message: 'The measures of a trouble run forward.' })
    .nullable()
    .default(null),
  markedAtMs: z.int().min(0).optional(),
});

const STATUS = { 'not-found': 404, 'other-entry': 409, 'no-sense': 422 } as const;

export const POST: RequestHandler = async ({ request }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'Check the date and the tempo (whole beats from 20 to 320).' }, { status: 400 });
  const outcome = logEntry(parsed.data, Date.now());
  if (outcome.ok) return json({});
  return json({ message: outcome.message }, { status: STATUS[outcome.code] });
};
