import { redirect } from '@sveltejs/kit';
import { endSession } from '$lib/server/access/sessions';
import { SESSION_COOKIE } from '$lib/server/access/who';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ cookies }) => {
  const token = cookies.get(SESSION_COOKIE);
  if (token) endSession(token);
  cookies.delete(SESSION_COOKIE, { path: '/' });
  redirect(303, '/sign-in');
};
