import { json } from '@sveltejs/kit';
import { linkedLearner } from '$lib/server/access/linked';
import { keepOwnMark } from '$lib/server/stand/own-mark';
import type { RequestHandler } from './$types';

/** A learner's own mark of practice, where the teacher lets the learner mark. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  if (!link.mayMark) return json({ message: 'Your teacher keeps the marks here.' }, { status: 403 });
  return keepOwnMark(request, learner.id, Date.now());
};
