import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { STAGE_IDS } from '../../core/practice/stages.data';
import { assignmentsOf, logEntry } from '../practice';
import { practiceWays, studioNow } from '../practice-ways';

const body = z.strictObject({
  id: z.uuid(),
  assignmentId: z.string().max(64),
  sectionId: z.string().max(64),
  stage: z.enum(STAGE_IDS),
  kind: z.enum(['clean', 'again']),
  tempoBpm: z.int().min(20).max(320).nullable(),
});

const STATUS = { 'not-found': 404, 'other-entry': 409, 'no-sense': 422 } as const;

/** Writes down a learner's own mark of practice. */
export async function keepOwnMark(request: Request, learnerId: string, nowMs: number): Promise<Response> {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success) return json({ message: 'This mark was not understood.' }, { status: 400 });
  const isOwn = assignmentsOf([learnerId]).some(({ id }) => id === parsed.data.assignmentId);
  if (!isOwn) return json({ message: 'This music is not among yours.' }, { status: 404 });
  const { day } = studioNow(nowMs, practiceWays().ways.timeZone);
  const isClean = parsed.data.kind === 'clean';
  const outcome = logEntry(
    {
      ...parsed.data,
      onDay: day,
      correctsId: null,
      cleanRuns: isClean ? 1 : 0,
      failedRuns: isClean ? 0 : 1,
      markedBy: 'learner',
    },
    nowMs,
  );
  return outcome.ok ? json({}) : json({ message: outcome.message }, { status: STATUS[outcome.code] });
}
