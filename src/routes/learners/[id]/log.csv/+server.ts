import { error } from '@sveltejs/kit';
import { findLearner } from '$lib/server/learners';
import { logAsCsv } from '$lib/server/practice-csv';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  if (!findLearner(params.id)) error(404, 'There is no such learner in the studio.');
  return new Response(logAsCsv(params.id), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="practice-log.csv"',
    },
  });
};
