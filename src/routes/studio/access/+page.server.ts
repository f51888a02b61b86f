import { fail, redirect } from '@sveltejs/kit';
import { letIn } from '$lib/server/access/let-in';
import { networkState, openNetwork } from '$lib/server/access/network';
import {
  hasPassphrase,
  isPassphrase,
  isPassphraseFromEnvironment,
  LEAST_PASSPHRASE,
  MOST_PASSPHRASE,
  removePassphrase,
  setPassphrase,
} from '$lib/server/access/passphrase';
import { qrPicture } from '$lib/server/access/qr';
import { endAllSessions } from '$lib/server/access/sessions';
import { keepHousekeeping, readHousekeeping } from '$lib/server/housekeeping';
import { formOf } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  const network = networkState();
  return {
    hasPassphrase: hasPassphrase(),
    isFromEnvironment: isPassphraseFromEnvironment(),
    wantsNetwork: readHousekeeping().isOnNetwork,
    network,
    places: await Promise.all(
      network.addresses.map(async (address, index) => ({
        address,
        picture: await qrPicture(address),
        trust: network.isSecure ? `${network.plainAddresses[index]}/trust` : null,
      })),
    ),
  };
};

const refuse = (message: string) => fail(400, { message });

async function isGiven(form: FormData, field: string): Promise<boolean> {
  return isPassphrase(String(form.get(field) ?? ''));
}

export const actions: Actions = {
  set: async ({ request, cookies, url }) => {
    if (isPassphraseFromEnvironment())
      return refuse(
        'The passphrase is given when the program is started (KEY_PATH_PASSPHRASE): change it there.',
      );
    const form = await formOf(request);
    const wanted = String(form.get('wanted') ?? '');
    if (wanted.trim().length < LEAST_PASSPHRASE || wanted.length > MOST_PASSPHRASE)
      return refuse(
        `Use ${LEAST_PASSPHRASE} to ${MOST_PASSPHRASE} letters; a few words that belong to you are best.`,
      );
    if (wanted !== String(form.get('again') ?? '')) return refuse('The two are not the same. Type it twice.');
    if (hasPassphrase() && !(await isGiven(form, 'now')))
      return refuse('The passphrase that holds now is another one.');
    await setPassphrase(wanted, Date.now());
    letIn(cookies, url, Date.now());
    return { message: null, done: 'The passphrase holds from now on; every other browser must give it.' };
  },
  remove: async ({ request }) => {
    if (isPassphraseFromEnvironment())
      return refuse(
        'The passphrase is given when the program is started: start it without KEY_PATH_PASSPHRASE.',
      );
    if (!(await isGiven(await formOf(request), 'now')))
      return refuse('The passphrase that holds now is another one.');
    keepHousekeeping({ isOnNetwork: false });
    removePassphrase();
    await openNetwork(false);
    return { message: null, done: 'Only this computer comes in now, and is not asked.' };
  },
  network: async ({ request }) => {
    const isOpen = (await formOf(request)).get('isOpen') === 'yes';
    if (isOpen && !hasPassphrase())
      return refuse('Set a passphrase first: without one only this computer comes in.');
    keepHousekeeping({ isOnNetwork: isOpen });
    try {
      await openNetwork(isOpen);
    } catch (fault) {
      return refuse(`It could not be opened: ${fault instanceof Error ? fault.message : String(fault)}.`);
    }
    return {
      message: null,
      done: isOpen ? 'The home network can come in with the passphrase.' : 'Only this computer comes in now.',
    };
  },
  signOutEverywhere: () => {
    endAllSessions();
    redirect(303, '/sign-in');
  },
};
