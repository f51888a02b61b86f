import { json } from '@sveltejs/kit';
import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import type { RequestHandler } from './$types';

/** An edition's score as it was handed out, to be compared with. */
export const GET: RequestHandler = ({ params }) => {
  return json(found(findEdition(params.id)).frozen.score);
};
