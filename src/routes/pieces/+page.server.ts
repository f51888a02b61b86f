import { listPieces } from '$lib/server/pieces';
import { studioRules } from '$lib/server/settings';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  pieces: listPieces(),
  rungNames: studioRules().rules.rungs.map(({ name }) => name),
});
