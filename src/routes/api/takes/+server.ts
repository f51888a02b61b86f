import { foundLearner } from '$lib/server/learner-found';
import { keepTake } from '$lib/server/stand/takes';
import type { RequestHandler } from './$types';

/** The teacher's own playing of a section is kept as its model; with `?learner=…` it is that learner's take. */
export const POST: RequestHandler = ({ request, url }) => {
  const learner = url.searchParams.get('learner');
  return keepTake(request, learner ? foundLearner(learner).id : null, Date.now());
};
