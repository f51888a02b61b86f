import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { findArrangement, takeKey } from '$lib/server/arrangements';
import { voiceOf } from '$lib/core/learner/voice';
import { found } from '$lib/server/found';
import { findLearner } from '$lib/server/learners';
import { arrangeFor } from '$lib/server/settings';
import { sentForm } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const arrangement = found(findArrangement(params.id));
  const { learnerId } = arrangement.document.recipe;
  const learner = learnerId === null ? null : findLearner(learnerId);
  return {
    arrangement,
    whom: arrangeFor(learnerId),
    voice: learner && voiceOf(learner),
    transpose: learner?.keyboardTransposeSemitones ?? 0,
  };
};

const takeForm = z.object({
  key: z.string().regex(/^[A-G](#|b)?m?$/),
  octave: z.coerce.number().int().min(-2).max(2),
});

export const actions: Actions = {
  take: async ({ request, params }) => {
    const form = await sentForm(request, takeForm, 'Choose one of the keys.');
    if (!form.ok) return form.failure;
    const taken = takeKey(params.id, form.value.key, form.value.octave, Date.now());
    if (!taken.ok) return fail(409, { message: taken.message });
    redirect(303, `/bench/${params.id}`);
  },
};
