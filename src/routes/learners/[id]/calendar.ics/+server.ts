import { error } from '@sveltejs/kit';
import { studioCalendar } from '$lib/server/calendar';
import { findLearner } from '$lib/server/learners';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const learner = findLearner(params.id);
  if (!learner) error(404, 'There is no such learner in the studio.');
  return new Response(studioCalendar(Date.now(), new Map([[learner.id, learner.name]]), learner), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="lessons.ics"',
    },
  });
};
