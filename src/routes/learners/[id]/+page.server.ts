import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { dayNumber } from '$lib/core/practice/day-number';
import { nextStepOf, playedOf, targetOf } from '$lib/core/practice/learner-practice';
import { addGoal, removeGoal } from '$lib/server/goals';
import { foundLearner } from '$lib/server/learner-found';
import { forecastsOf, learnersInPractice, planOf } from '$lib/server/learner-practice';
import { lessonsOf, tasksOf } from '$lib/server/lessons';
import { logImportsOf } from '$lib/server/records/log-imports';
import { practiceWays, studioNow } from '$lib/server/practice-ways';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const learner = foundLearner(params.id);
  const nowMs = Date.now();
  const { ways } = practiceWays();
  const { day } = studioNow(nowMs, ways.timeZone);
  const [who] = learnersInPractice([learner], day);
  const forecasts = forecastsOf(who!, day, true);
  return {
    learner,
    nowMs,
    today: day,
    assignments: who!.pieces.map((piece) => ({
      ...piece.assignment,
      next: nextStepOf(piece, who!.limits, ways),
      goals: piece.goals,
      targetBpm: targetOf(piece),
      goalDay: piece.goal?.onDay ?? null,
      played: playedOf(piece.entries),
      forecast: forecasts.find(({ assignmentId }) => assignmentId === piece.assignmentId) ?? null,
    })),
    plan: planOf(who!, ways, day),
    set: tasksOf(params.id),
    lessons: lessonsOf(params.id),
    imports: logImportsOf(params.id).map(({ id, fileName, entries, atMs }) => ({
      id,
      fileName,
      entries,
      atMs,
    })),
  };
};

const goal = z.object({
  assignmentId: z.string().min(1),
  date: z.string(),
  targetBpm: z.coerce.number().int().min(20).max(320),
  event: z.string().trim().max(80).default(''),
  isFromMemory: z.string().optional(),
});

/** Nobody practises for a day that lies farther. */
const FARTHEST_GOAL_DAYS = 3_660;

export const actions: Actions = {
  addGoal: async ({ request, params }) => {
    const parsed = goal.safeParse(Object.fromEntries(await formOf(request)));
    const onDay = parsed.success ? dayNumber(parsed.data.date) : null;
    if (!parsed.success || onDay === null)
      return fail(400, { message: 'Give a date, and a tempo from 20 to 320 beats a minute.' });
    const { day } = studioNow(Date.now(), practiceWays().ways.timeZone);
    if (onDay < day || onDay > day + FARTHEST_GOAL_DAYS)
      return fail(400, { message: 'Give a date from today on, within the next ten years.' });
    const { assignmentId, targetBpm, event, isFromMemory } = parsed.data;
    const added = addGoal(
      {
        learnerId: params.id,
        assignmentId,
        onDay,
        targetBpm,
        event,
        isFromMemory: isFromMemory !== undefined,
      },
      Date.now(),
    );
    return added.ok ? { message: null } : fail(404, { message: added.message });
  },
  dropGoal: async ({ request, params }) => {
    const removed = removeGoal(params.id, String((await formOf(request)).get('id') ?? ''));
    return removed.ok ? { message: null } : fail(404, { message: removed.message });
  },
};
