import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { nameSchema } from '$lib/core/text/names';
import { networkState } from '$lib/server/access/network';
import { qrPicture } from '$lib/server/access/qr';
import {
  addShareLink,
  LONGEST_LINK_DAYS,
  shareLinksOf,
  withdrawShareLink,
} from '$lib/server/access/share-links';
import { foundLearner } from '$lib/server/learner-found';
import { sentForm } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

const MOST_NICKNAME = 40;

export const load: PageServerLoad = ({ params }) => {
  const learner = foundLearner(params.id);
  return {
    learner: { id: learner.id, name: learner.name },
    links: shareLinksOf(learner.id),
    isOnNetwork: networkState().isOpen,
    nowMs: Date.now(),
  };
};

const newLink = z.object({
  nickname: nameSchema(MOST_NICKNAME, 'Give a nickname.'),
  mayMark: z.literal('yes').optional(),
  days: z.coerce.number().int().min(1).max(LONGEST_LINK_DAYS),
});

export const actions: Actions = {
  make: async ({ request, params, url }) => {
    const form = await sentForm(
      request,
      newLink,
      'Give a nickname of up to 40 letters, and how long the link holds.',
    );
    if (!form.ok) return form.failure;
    const { nickname, mayMark, days } = form.value;
    const made = addShareLink(params.id, { nickname, mayMark: mayMark === 'yes', days }, Date.now());
    if (!made.ok) return fail(404, { message: made.message });
    const [base = url.origin] = networkState().addresses;
    const address = `${base}/l/${made.value.token}`;
    return { message: null, made: { address, picture: await qrPicture(address) } };
  },
  withdraw: async ({ request, params }) => {
    const form = await sentForm(request, z.object({ id: z.string().max(64) }), 'Say which link.');
    if (!form.ok) return form.failure;
    const done = withdrawShareLink(params.id, form.value.id, Date.now());
    return done.ok ? { message: null } : fail(404, { message: done.message });
  },
};
