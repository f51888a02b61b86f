import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { copyPins, findArrangement, makeRung, siblingsOf } from '$lib/server/arrangements';
import { found, FOUND_STATUS } from '$lib/server/found';
import { arrangeFor } from '$lib/server/settings';
import { sentForm } from '$lib/server/sent-form';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const arrangement = found(findArrangement(params.id));
  return {
    arrangement,
    whom: arrangeFor(arrangement.document.recipe.learnerId),
    siblings: siblingsOf(arrangement),
  };
};

const makeForm = z.object({
  rung: z.coerce.number().int().min(1).max(12),
  withPins: z.literal('on').optional(),
});
const copyForm = z.object({ fromId: z.string().min(1) });

export const actions: Actions = {
  make: async ({ request, params }) => {
    const form = await sentForm(request, makeForm, 'Choose a rung of the ladder.');
    if (!form.ok) return form.failure;
    const made = makeRung(params.id, form.value.rung, form.value.withPins === 'on', Date.now());
    if (!made.ok) return fail(FOUND_STATUS[made.code], { message: made.message });
    redirect(303, `/bench/${made.value}`);
  },
  copyPins: async ({ request, params }) => {
    const form = await sentForm(request, copyForm, 'Choose an arrangement to copy from.');
    if (!form.ok) return form.failure;
    const copied = copyPins(params.id, form.value.fromId, Date.now());
    if (!copied.ok) return fail(FOUND_STATUS[copied.code], { message: copied.message });
    const { taken, kept } = copied.value;
    return {
      message: `${taken} ${taken === 1 ? 'pin' : 'pins'} copied${kept > 0 ? `; ${kept} of this arrangement’s own were kept instead` : ''}.`,
    };
  },
};
