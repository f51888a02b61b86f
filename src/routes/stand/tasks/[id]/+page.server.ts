import { error } from '@sveltejs/kit';
import { linkedLearner } from '$lib/server/access/linked';
import { pageWidthOf } from '$lib/server/page-width';
import { outboxName } from '$lib/server/stand/outbox-name';
import { standTask } from '$lib/server/stand/stand-task';
import type { PageServerLoad } from './$types';

/** One task of the week: what a learner puts on the music desk. */
export const load: PageServerLoad = async ({ params, cookies, locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  const opening = await standTask(
    {
      ...{ learner, taskId: params.id, mayMark: link.mayMark, base: '/stand' },
      takes: { keepAt: '/stand/api/takes', hearAt: '/stand/api/takes' },
      outboxName: outboxName.ofLink(link.id),
      widthOf: (view) => pageWidthOf(cookies, view),
    },
    Date.now(),
  );
  return { opening: opening ?? error(404, 'This task is not set any more. Look at what is set now.') };
};
