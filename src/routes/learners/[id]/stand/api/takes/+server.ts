import { assignmentsOf } from '$lib/server/practice';
import { keepTake } from '$lib/server/takes';
import type { RequestHandler } from './$types';

/** What the learner played on the teacher's own machine. */
export const POST: RequestHandler = ({ request, params }) => {
  const own = assignmentsOf([params.id]).map(({ editionId }) => editionId);
  return keepTake(request, params.id, Date.now(), own);
};
