import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  return { edition: found(findEdition(params.id)) };
};
