import { fail } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { profileSchema, type Profile } from '$lib/core/learner/profile';
import { foundLearner } from '$lib/server/learner-found';
import { changeLearner, type Learner } from '$lib/server/learners';
import { studioRules } from '$lib/server/settings';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

const schema = () => profileSchema(studioRules().rules.rungs.length);

export const load: PageServerLoad = async ({ params }) => {
  const learner = foundLearner(params.id);
  return {
    learner: { id: learner.id, name: learner.name },
    rungs: studioRules().rules.rungs.map(({ name }) => name),
    problem: learner.reads.ok ? null : learner.reads.message,
    // A learner on a rung that the ladder has no more is shown as that, and asked for another on saving.
    form: await superValidate(profileOf(learner), zod4(schema()), { errors: true }),
  };
};

export const actions: Actions = {
  default: async ({ request, params }) => {
    const form = await superValidate(await formOf(request), zod4(schema()));
    if (!form.valid) return fail(400, { form });
    foundLearner(params.id);
    changeLearner(params.id, form.data);
    return message(
      form,
      'Saved. Editions already handed out stay as they are; arrangements for this learner follow the new hand.',
    );
  },
};

/** The stored record as the form has it. */
function profileOf({ reads, ...learner }: Learner): Profile {
  return { ...learner, reads: reads.ok ? [...reads.value] : [] };
}
