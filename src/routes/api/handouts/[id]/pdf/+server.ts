import { download } from '$lib/server/download';
import { found } from '$lib/server/found';
import { handoutAsked } from '$lib/server/handouts/asked';
import { handoutFile } from '$lib/server/handouts/print-handout';
import type { RequestHandler } from './$types';

/** The same pages as a file. */
export const POST: RequestHandler = async ({ params, request }) => {
  const asked = await handoutAsked(request, params.id);
  return download(found(await handoutFile([asked], Date.now())), 'handout.pdf', 'application/pdf');
};
