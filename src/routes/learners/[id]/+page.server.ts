import { error, fail } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { changeLearner, findLearner } from '$lib/server/learners';
import { assignmentsOf } from '$lib/server/practice';
import { learnerSchema } from '$lib/ui/register/learner-schema';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const learner = findLearner(params.id);
  if (!learner) error(404, 'There is no such learner in the studio.');
  return {
    learner,
    form: await superValidate({ ...learner, countingStyle: 'numbers' as const }, zod4(learnerSchema)),
    assignments: assignmentsOf(params.id).map(({ id, edition, entries, next, assignedAtMs }) => ({
      id,
      assignedAtMs,
      entries,
      next,
      editionId: edition.id,
      editionNumber: edition.number,
      arrangementId: edition.arrangementId,
      title: edition.pieceTitle,
      name: edition.arrangementName,
      sections: edition.frozen.sections,
      measureNumbers: edition.frozen.score.measures.map((measure) => measure.number),
    })),
    nowMs: Date.now(),
  };
};

export const actions: Actions = {
  change: async ({ request, params }) => {
    const form = await superValidate(request, zod4(learnerSchema));
    if (!form.valid) return fail(400, { form });
    if (!findLearner(params.id)) error(404, 'There is no such learner in the studio.');
    changeLearner(params.id, form.data);
    return message(form, 'Saved.');
  },
};
