import { error, fail } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { changeLearner, findLearner, type Learner } from '$lib/server/learners';
import { profileSchema, type Profile } from '$lib/ui/register/learner-schema';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const learner = findLearner(params.id);
  if (!learner) error(404, 'There is no such learner in the studio.');
  return {
    learner: { id: learner.id, name: learner.name },
    form: await superValidate(profileOf(learner), zod4(profileSchema)),
  };
};

export const actions: Actions = {
  default: async ({ request, params }) => {
    const form = await superValidate(request, zod4(profileSchema));
    if (!form.valid) return fail(400, { form });
    if (!findLearner(params.id)) error(404, 'There is no such learner in the studio.');
    const { reads, ...fields } = form.data;
    changeLearner(params.id, { ...fields, readsJson: JSON.stringify(reads) });
    return message(
      form,
      'Saved. Editions already handed out stay as they are; arrangements for this learner follow the new hand.',
    );
  },
};

/** The stored record as the form has it; its enumerations were validated when they were stored. */
function profileOf(learner: Learner): Profile {
  return { ...learner, reads: JSON.parse(learner.readsJson) as Profile['reads'] } as Profile;
}
