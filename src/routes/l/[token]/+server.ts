import { error, redirect } from '@sveltejs/kit';
import { linkOfToken, noteOpened } from '$lib/server/access/share-links';
import { LINK_COOKIE, STAND } from '$lib/server/access/who';
import type { RequestHandler } from './$types';

/** A learner comes in by a link: its token goes into a cookie, and out of the address. */
export const GET: RequestHandler = ({ params, cookies, url }) => {
  const nowMs = Date.now();
  const link = linkOfToken(params.token, nowMs);
  if (!link) error(404, 'This link does not hold any more. Ask your teacher for a new one.');
  noteOpened(link.id, nowMs);
  cookies.set(LINK_COOKIE, params.token, {
    path: STAND,
    httpOnly: true,
    sameSite: 'lax',
    secure: url.protocol === 'https:',
    expires: new Date(link.expiresAtMs),
  });
  redirect(303, STAND);
};
