import { foundLearner } from '$lib/server/learner-found';
import { logAsCsv } from '$lib/server/practice-csv';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  foundLearner(params.id);
  return new Response(logAsCsv(params.id), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="practice-log.csv"',
    },
  });
};
