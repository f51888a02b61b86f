import { json } from '@sveltejs/kit';
import { linkedLearner } from '$lib/server/access/linked';
import { assignmentsOf } from '$lib/server/practice';
import { keepTake } from '$lib/server/stand/takes';
import type { RequestHandler } from './$types';

/** A learner keeps what they played, for the teacher to hear. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  if (!link.mayMark) return json({ message: 'Your teacher keeps what is played here.' }, { status: 403 });
  const own = assignmentsOf([learner.id]).map(({ editionId }) => editionId);
  return keepTake(request, learner.id, Date.now(), own);
};
