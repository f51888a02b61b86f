import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { noteRecording } from '$lib/server/pieces';
import type { RequestHandler } from './$types';

const MOST_LETTERS = 2000;
const body = z.strictObject({
  url: z.union([
    z.literal(''),
    z
      .url({ protocol: /^https?$/, error: 'Give an address that begins with https:// or http://.' })
      .max(MOST_LETTERS),
  ]),
});

/** Notes where a recording of the piece can be heard. */
export const PUT: RequestHandler = async ({ params, request }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ message: 'Give an address that begins with https:// or http://.' }, { status: 400 });
  const outcome = noteRecording(params.id, parsed.data.url);
  return outcome.ok ? json({}) : json({ message: outcome.message }, { status: 404 });
};
