import { fail, redirect } from '@sveltejs/kit';
import { letIn } from '$lib/server/access/let-in';
import { hasPassphrase, isPassphrase } from '$lib/server/access/passphrase';
import { SlowDown } from '$lib/server/access/slow-down';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

const tries = new SlowDown();

/** A page of this site, and nothing else. */
function pageOf(to: string | null): string {
  return to && /^\/(?![/\\])/.test(to) ? to : '/';
}

export const load: PageServerLoad = ({ url }) => {
  if (!hasPassphrase()) redirect(303, '/');
  return { to: pageOf(url.searchParams.get('to')) };
};

export const actions: Actions = {
  default: async ({ request, cookies, url, getClientAddress }) => {
    const form = await formOf(request);
    const passphrase = form.get('passphrase');
    if (typeof passphrase !== 'string' || passphrase === '')
      return fail(400, { message: 'Type the passphrase of this studio.' });
    const address = getClientAddress();
    const waitMs = tries.waitMs(address, Date.now());
    if (waitMs > 0) {
      const seconds = Math.ceil(waitMs / 1000);
      return fail(429, {
        message: `There were several wrong tries. Wait ${seconds} ${seconds === 1 ? 'second' : 'seconds'}, then try again.`,
      });
    }
    tries.begin(address, Date.now());
    if (!(await isPassphrase(passphrase))) return fail(403, { message: 'This is not the passphrase.' });
    tries.right(address);
    letIn(cookies, url, Date.now());
    redirect(303, pageOf(url.searchParams.get('to')));
  },
};
