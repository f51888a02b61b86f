import { listTitles } from '$lib/server/pieces';
import { studioRules } from '$lib/server/settings';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  rules: studioRules().rules,
  pieces: listTitles(),
});
