import type { Cookies } from '@sveltejs/kit';
import { LONGEST_SESSION_DAYS, startSession } from './sessions';
import { SESSION_COOKIE } from './who';

/** Lets a browser in that gave the passphrase: its cookie is for this server alone, and out of the reach of scripts. */
export function letIn(cookies: Cookies, url: URL, nowMs: number): void {
  cookies.set(SESSION_COOKIE, startSession(nowMs), {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: url.protocol === 'https:',
    maxAge: LONGEST_SESSION_DAYS * 86_400,
  });
}
