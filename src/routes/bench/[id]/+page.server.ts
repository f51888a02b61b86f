import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { findArrangement, stepsToUndo } from '$lib/server/arrangements';
import { editionsOf, handOut } from '$lib/server/editions';
import { arrangementLines } from '$lib/server/first-lines';
import { found, FOUND_STATUS } from '$lib/server/found';
import { printAhead } from '$lib/server/handouts/print-handout';
import { bodyOf, listLearners } from '$lib/server/learners';
import { pageWidthOf } from '$lib/server/page-width';
import { recordingOf } from '$lib/server/pieces';
import { studioRules } from '$lib/server/settings';
import { sentForm } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, cookies }) => {
  const arrangement = found(findArrangement(params.id));
  return {
    arrangement,
    learners: listLearners().map((learner) => ({
      ...bodyOf(learner),
      id: learner.id,
      name: learner.name,
      rung: learner.rung,
      countStyle: learner.countingStyle,
      fingerStyle: learner.fingeringStyle,
    })),
    rules: studioRules().rules,
    steps: stepsToUndo(params.id),
    recordingUrl: recordingOf(arrangement.pieceId),
    editions: editionsOf(params.id),
    lines: await arrangementLines(arrangement, pageWidthOf(cookies, 'bench')),
  };
};

const handOutForm = z.object({
  learnerId: z.string().min(1),
  /** Ids of the sections that are handed out, with spaces between; empty: all of them. */
  sections: z
    .string()
    .max(20_000)
    .default('')
    .transform((ids) => ids.split(' ').filter((id) => id !== '')),
});

export const actions: Actions = {
  handOut: async ({ request, params }) => {
    const form = await sentForm(request, handOutForm, 'Choose whom to hand it to.');
    if (!form.ok) return form.failure;
    const { learnerId, sections } = form.value;
    const outcome = await handOut(params.id, learnerId, Date.now(), sections);
    if (!outcome.ok) return fail(FOUND_STATUS[outcome.code], { message: outcome.message });
    printAhead(outcome.value.editionId, learnerId);
    redirect(303, `/learners/${learnerId}#a${outcome.value.assignmentId}`);
  },
};
