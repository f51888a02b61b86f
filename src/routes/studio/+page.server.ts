import { listPieces } from '$lib/server/pieces';
import { arrangingRules } from '$lib/server/settings';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  rules: arrangingRules(),
  pieces: listPieces().map(({ id, title, sourceRevision }) => ({ id, title, revision: sourceRevision })),
});
