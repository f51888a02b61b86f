import { studioCalendar } from '$lib/server/calendar';
import { listLearners } from '$lib/server/learners';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => {
  const names = new Map(listLearners().map(({ id, name }) => [id, name]));
  return new Response(studioCalendar(Date.now(), names, null), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="key-path.ics"',
    },
  });
};
