import { fail, redirect } from '@sveltejs/kit';
import { superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { addLearner, listLearners } from '$lib/server/learners';
import { assignmentsOf } from '$lib/server/practice';
import { learnerSchema } from '$lib/ui/register/learner-schema';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({
  form: await superValidate(zod4(learnerSchema)),
  learners: listLearners().map((learner) => ({
    ...learner,
    pieces: assignmentsOf(learner.id).map((each) => each.edition.pieceTitle),
  })),
});

export const actions: Actions = {
  default: async ({ request }) => {
    const form = await superValidate(request, zod4(learnerSchema));
    if (!form.valid) return fail(400, { form });
    redirect(303, `/learners/${addLearner(form.data, Date.now())}`);
  },
};
