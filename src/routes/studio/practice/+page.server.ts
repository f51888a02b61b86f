import { fail } from '@sveltejs/kit';
import { DEFAULT_WAYS, practiceWaysSchema } from '$lib/core/practice/ways';
import { STAGE_IDS, type StageId } from '$lib/core/practice/stages.data';
import { keepPracticeWays, practiceWays, resetPracticeWays } from '$lib/server/practice-ways';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({ ...practiceWays(), zones: Intl.supportedValuesOf('timeZone') });

export const actions: Actions = {
  keep: async ({ request }) => {
    const form = await formOf(request);
    const number = (name: string) => Number(form.get(name));
    const chosen = form.getAll('stage').map(String) as StageId[];
    const timeZone = String(form.get('timeZone') ?? '');
    const parsed = practiceWaysSchema.safeParse({
      stages: chosen.length === STAGE_IDS.length ? null : chosen,
      ladder: {
        startShare: number('startShare'),
        stepShare: number('stepShare'),
        cleanRuns: number('cleanRuns'),
        failedTries: number('failedTries'),
      },
      rests: {
        steps: DEFAULT_WAYS.rests.steps.map(({ underAge }) => ({
          underAge,
          afterMinutes: number(`under${underAge}`),
        })),
        adultAfterMinutes: number('adult'),
        strainedAfterMinutes: number('strained'),
        restMinutes: number('restMinutes'),
      },
      lessonMinutes: number('lessonMinutes'),
      timeZone: ['UTC', ...Intl.supportedValuesOf('timeZone')].includes(timeZone) ? timeZone : '',
    });
    if (!parsed.success)
      return fail(400, {
        message: `Check ${parsed.error.issues[0]?.path.join(' ') ?? 'the figures'}: at least one stage, shares from 1 to 100, minutes from 1.`,
      });
    keepPracticeWays(parsed.data, Date.now());
    return { message: null };
  },
  reset: () => {
    resetPracticeWays();
    return { message: null };
  },
};
