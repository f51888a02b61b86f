import { keepOwnMark } from '$lib/server/stand/own-mark';
import type { RequestHandler } from './$types';

/** What the learner marks on the teacher's own machine. */
export const POST: RequestHandler = ({ request, params }) => keepOwnMark(request, params.id, Date.now());
