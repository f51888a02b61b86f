import { json } from '@sveltejs/kit';
import { found } from '$lib/server/found';
import { handoutAsked } from '$lib/server/handouts/asked';
import { printHandout } from '$lib/server/handouts/print-handout';
import type { RequestHandler } from './$types';

/** The pages of a handout as they are chosen now. */
export const POST: RequestHandler = async ({ params, request }) =>
  json(found(await printHandout(await handoutAsked(request, params.id), Date.now())));
