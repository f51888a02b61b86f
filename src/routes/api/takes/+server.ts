import { keepTake } from '$lib/server/takes';
import type { RequestHandler } from './$types';

/** The teacher's own playing of a section is kept as its model; with `?learner=…` it is that learner's take. */
export const POST: RequestHandler = ({ request, url }) =>
  keepTake(request, url.searchParams.get('learner'), Date.now());
