import type { Cookies } from '@sveltejs/kit';
import { isThisComputer } from './network';
import { hasPassphrase } from './passphrase';
import { isSession } from './sessions';
import { linkOfToken, type LearnerLink } from './share-links';

/** Who asks: the teacher, a learner by a link, or nobody that is known. */
export type Who =
  | { readonly kind: 'teacher' }
  | { readonly kind: 'learner'; readonly link: LearnerLink }
  | { readonly kind: 'nobody' };

export const SESSION_COOKIE = 'key-path';
export const LINK_COOKIE = 'key-path-stand';
/** The learner's cookie is sent to what lies below this, and to nothing else. */
export const STAND = '/stand';

/** Routes that a learner comes to by a link; every other route is the teacher's. */
const LEARNER_ROUTES: ReadonlySet<string> = new Set([
  '/stand',
  '/stand/editions/[id]',
  '/stand/tasks/[id]',
  '/stand/api/marks',
  '/stand/api/takes',
  '/stand/api/takes/[id]',
]);

/** Routes that are open to whoever may reach the studio at all. They tell nothing of it. */
const OPEN_ROUTES: ReadonlySet<string> = new Set([
  '/sign-in',
  '/l/[token]',
  '/trust',
  '/trust/authority.pem',
]);

export function whoAsks(routeId: string | null, cookies: Cookies, address: string, nowMs: number): Who {
  if (routeId !== null && LEARNER_ROUTES.has(routeId)) {
    const token = cookies.get(LINK_COOKIE);
    const link = token ? linkOfToken(token, nowMs) : null;
    return link ? { kind: 'learner', link } : { kind: 'nobody' };
  }
  if (!hasPassphrase()) return isThisComputer(address) ? { kind: 'teacher' } : { kind: 'nobody' };
  const token = cookies.get(SESSION_COOKIE);
  return token && isSession(token, nowMs) ? { kind: 'teacher' } : { kind: 'nobody' };
}

/** May this route be answered to whoever asks? */
export function mayAsk(routeId: string | null, who: Who): boolean {
  if (routeId !== null && OPEN_ROUTES.has(routeId)) return true;
  const isLearners = routeId !== null && LEARNER_ROUTES.has(routeId);
  return isLearners ? who.kind === 'learner' : who.kind === 'teacher';
}

/** A path as it may stand in the log: the token of a link is as good as the link. */
export function pathForLog(pathname: string): string {
  return pathname.replace(/^\/l\/.*/s, '/l/…');
}
