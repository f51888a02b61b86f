import { hasPassphrase } from '$lib/server/access/passphrase';
import { isDemo } from '$lib/server/demo/demo-studio';
import { studioRules } from '$lib/server/settings';
import type { LayoutServerLoad } from './$types';

/** Who sees the page, and what of the studio's own choices cannot be read, so that no page goes on with others in silence. */
export const load: LayoutServerLoad = ({ locals }) => {
  const isTeacher = locals.who.kind === 'teacher';
  const problem = isTeacher ? studioRules().problem : null;
  return {
    isTeacher,
    isDemo: isTeacher && isDemo(),
    hasPassphrase: hasPassphrase(),
    problems: problem === null ? [] : [problem],
  };
};
