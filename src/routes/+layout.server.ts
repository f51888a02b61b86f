import { studioRules } from '$lib/server/settings';
import type { LayoutServerLoad } from './$types';

/** What of the studio's own choices cannot be read, so that no page goes on with others in silence. */
export const load: LayoutServerLoad = () => {
  const { problem } = studioRules();
  return { problems: problem === null ? [] : [problem] };
};
