import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { documentSchema } from '$lib/core/document/document';
import { FOUND_STATUS } from '$lib/server/found';
import { copyArrangement } from '$lib/server/arrangements';
import type { RequestHandler } from './$types';

const body = z.object({ document: documentSchema });

const STATUS = { ...FOUND_STATUS, 'bad-document': 422 } as const;

export const POST: RequestHandler = async ({ request, params }) => {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!parsed.success) return json({ message: 'The copy was not understood.' }, { status: 400 });
  const outcome = copyArrangement(params.id, parsed.data.document, Date.now());
  return outcome.ok
    ? json({ id: outcome.value })
    : json({ message: outcome.message }, { status: STATUS[outcome.code] });
};
