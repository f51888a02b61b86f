import { error } from '@sveltejs/kit';
import { findLearner } from '$lib/server/learners';
import { standList } from '$lib/server/stand/stand-list';
import type { PageServerLoad } from './$types';

/** The learner's stand on the teacher's own machine. */
export const load: PageServerLoad = ({ params }) => {
  const learner = findLearner(params.id) ?? error(404, 'There is no such learner in the studio.');
  return { list: standList(learner, learner.name, Date.now()), learnerId: learner.id };
};
