import { error, json } from '@sveltejs/kit';
import { findEdition } from '$lib/server/editions';
import type { RequestHandler } from './$types';

/** An edition's score as it was handed out, to be compared with. */
export const GET: RequestHandler = ({ params }) => {
  const edition = findEdition(params.id);
  if (!edition) error(404, 'There is no such edition in the studio.');
  return json(edition.frozen.score);
};
