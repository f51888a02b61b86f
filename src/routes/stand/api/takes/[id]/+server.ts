import { error, json } from '@sveltejs/kit';
import { linkedLearner } from '$lib/server/access/linked';
import { assignmentsOf } from '$lib/server/practice';
import { findTake } from '$lib/server/stand/takes';
import type { RequestHandler } from './$types';

/** A take to be heard: the learner's own, or the teacher's of the learner's music. */
export const GET: RequestHandler = ({ params, locals }) => {
  const { learner } = linkedLearner(locals.who);
  const kept = findTake(params.id);
  const isOwnMusic = assignmentsOf([learner.id]).some(({ editionId }) => editionId === kept?.editionId);
  const mayHear = kept && isOwnMusic && (kept.learnerId === null || kept.learnerId === learner.id);
  return mayHear ? json(kept.take) : error(404, 'This take is not here any more.');
};
