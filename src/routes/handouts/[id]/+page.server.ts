import { error } from '@sveltejs/kit';
import { findEdition } from '$lib/server/editions';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const edition = findEdition(params.id);
  if (!edition) error(404, 'There is no such edition in the studio.');
  return { edition };
};
