import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import type { CountingStyle } from '$lib/core/document/choices/counting-styles.data';
import type { FingeringStyle } from '$lib/core/document/choices/fingering-styles.data';
import { findArrangement } from '$lib/server/arrangements';
import { editionsOf, handOut } from '$lib/server/editions';
import { bodyOf, listLearners } from '$lib/server/learners';
import { arrangingRules } from '$lib/server/settings';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const arrangement = findArrangement(params.id);
  if (!arrangement) error(404, 'There is no such arrangement in the studio.');
  return {
    arrangement,
    learners: listLearners().map((learner) => ({
      ...bodyOf(learner),
      id: learner.id,
      name: learner.name,
      rung: learner.rung,
      countStyle: learner.countingStyle as CountingStyle,
      fingerStyle: learner.fingeringStyle as FingeringStyle,
    })),
    rules: arrangingRules(),
    editions: editionsOf(params.id),
  };
};

const handOutForm = z.object({ learnerId: z.string().min(1) });

export const actions: Actions = {
  handOut: async ({ request, params }) => {
    const form = handOutForm.safeParse(Object.fromEntries(await request.formData()));
    if (!form.success) return fail(400, { message: 'Choose whom to hand it to.' });
    const outcome = handOut(params.id, form.data.learnerId, Date.now());
    if (!outcome.ok) return fail(404, { message: outcome.message });
    redirect(303, `/learners/${form.data.learnerId}#a${outcome.value.assignmentId}`);
  },
};
