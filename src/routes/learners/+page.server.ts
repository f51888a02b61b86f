import { fail, redirect } from '@sveltejs/kit';
import { superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { learnerSchema } from '$lib/core/learner/profile';
import { addLearner, archivedLearners, listLearners } from '$lib/server/learners';
import { piecesOfLearners } from '$lib/server/practice';
import { studioRules } from '$lib/server/settings';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

const schema = () => learnerSchema(studioRules().rules.rungs.length);

export const load: PageServerLoad = async () => {
  const titles = piecesOfLearners();
  return {
    form: await superValidate(zod4(schema())),
    rungs: studioRules().rules.rungs.map(({ name }) => name),
    archived: archivedLearners().map(({ id, name }) => ({ id, name })),
    learners: listLearners().map(({ id, name, rung, spanLeftSemitones, spanRightSemitones, notes }) => ({
      id,
      name,
      rung,
      spanLeftSemitones,
      spanRightSemitones,
      notes,
      pieces: titles.get(id) ?? [],
    })),
  };
};

export const actions: Actions = {
  default: async ({ request }) => {
    const form = await superValidate(await formOf(request), zod4(schema()));
    if (!form.valid) return fail(400, { form });
    redirect(303, `/learners/${addLearner(form.data, Date.now())}`);
  },
};
