import { studioCalendar } from '$lib/server/calendar';
import { foundLearner } from '$lib/server/learner-found';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const learner = foundLearner(params.id);
  return new Response(studioCalendar(Date.now(), new Map([[learner.id, learner.name]]), learner), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="lessons.ics"',
    },
  });
};
