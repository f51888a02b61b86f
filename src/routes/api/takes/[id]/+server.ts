import { error, json } from '@sveltejs/kit';
import { download } from '$lib/server/download';
import { deleteTake, findTake } from '$lib/server/stand/takes';
import type { RequestHandler } from './$types';

/** A take as its keys, or as the file (`?format=mid`). */
export const GET: RequestHandler = ({ params, url }) => {
  const kept = findTake(params.id) ?? error(404, 'This take is not here any more.');
  if (url.searchParams.get('format') !== 'mid') return json(kept.take);
  return download(kept.midi, 'take.mid', 'audio/midi');
};

export const DELETE: RequestHandler = ({ params }) => {
  const outcome = deleteTake(params.id);
  return outcome.ok ? json({}) : json({ message: outcome.message }, { status: 404 });
};
