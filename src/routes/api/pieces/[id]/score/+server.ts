import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { sourceScore } from '$lib/server/pieces';
import type { RequestHandler } from './$types';

const revisionNumber = z.coerce.number().int().min(1);

export const GET: RequestHandler = ({ params, url }) => {
  const revision = revisionNumber.safeParse(url.searchParams.get('revision'));
  const score = revision.success ? sourceScore(params.id, revision.data) : null;
  if (!score) error(404, 'There is no such piece in the studio.');
  // A source revision never changes once it is made.
  return json(score, { headers: { 'cache-control': 'private, max-age=31536000, immutable' } });
};
