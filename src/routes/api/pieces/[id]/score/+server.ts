import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { found } from '$lib/server/found';
import { sourceScore } from '$lib/server/pieces';
import type { RequestHandler } from './$types';

const revisionNumber = z.coerce.number().int().min(1);

export const GET: RequestHandler = ({ params, url }) => {
  const revision = revisionNumber.safeParse(url.searchParams.get('revision'));
  if (!revision.success) error(404, 'There is no such piece in the studio.');
  const score = found(sourceScore(params.id, revision.data));
  // A source revision never changes once it is made.
  return json(score, { headers: { 'cache-control': 'private, max-age=31536000, immutable' } });
};
