import { error, json } from '@sveltejs/kit';
import { findTake } from '$lib/server/takes';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const kept = findTake(params.take);
  return kept ? json(kept.take) : error(404, 'This take is not here any more.');
};
