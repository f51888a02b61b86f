import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { listGoals, orderProgramme } from '$lib/server/goals';
import { listLearners } from '$lib/server/learners';
import { forecastsOf, learnersInPractice } from '$lib/server/learner-practice';
import { practiceWays, studioNow } from '$lib/server/practice-ways';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
  const { ways } = practiceWays();
  const { day } = studioNow(Date.now(), ways.timeZone);
  const goals = listGoals();
  const who = listLearners().filter(({ id }) => goals.some(({ learnerId }) => learnerId === id));
  const forecasts = new Map(
    learnersInPractice(who, day)
      .flatMap((each) => forecastsOf(each, day, true).map((forecast) => ({ forecast, pieces: each.pieces })))
      .map(({ forecast, pieces }) => [
        forecast.assignmentId,
        {
          ...forecast,
          sections: pieces.find((piece) => piece.assignmentId === forecast.assignmentId)!.sections,
        },
      ]),
  );
  const rows = goals.map((goal) => {
    const found = goal.onDay >= day ? (forecasts.get(goal.assignmentId) ?? null) : null;
    const sections = found?.sections ?? [];
    return {
      ...goal,
      isPast: goal.onDay < day,
      state: found?.forecast.state ?? null,
      behind:
        found?.forecast.sections
          .filter(({ state }) => state === 'late' || state === 'at-risk')
          .map(({ section }) => sections.find(({ id }) => id === section)?.name ?? '') ?? [],
      helps: found?.helps ?? [],
      minutes: minutesOf(sections, goal.targetBpm),
    };
  });
  return { today: day, goals: rows };
};

/** How long a piece takes at its tempo, in tenths of a minute: four beats a measure for want of better. */
function minutesOf(
  sections: readonly { readonly from: number; readonly to: number }[],
  targetBpm: number,
): number {
  const measures = sections.reduce((most, { to }) => Math.max(most, to + 1), 0);
  return Math.round((10 * measures * 4) / targetBpm) / 10;
}

export const actions: Actions = {
  order: async ({ request }) => {
    const parsed = z
      .array(z.string().min(1))
      .min(1)
      .safeParse((await formOf(request)).getAll('id').map(String));
    if (!parsed.success) return fail(400, { message: 'The order could not be kept.' });
    const ordered = orderProgramme(parsed.data);
    return ordered.ok ? { message: null } : fail(404, { message: ordered.message });
  },
};
