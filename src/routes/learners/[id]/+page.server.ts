import { error } from '@sveltejs/kit';
import { findLearner } from '$lib/server/learners';
import { assignmentsOf } from '$lib/server/practice';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const learner = findLearner(params.id);
  if (!learner) error(404, 'There is no such learner in the studio.');
  return { learner, assignments: assignmentsOf([params.id]), nowMs: Date.now() };
};
