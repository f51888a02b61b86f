import { error } from '@sveltejs/kit';
import { foundLearner } from '$lib/server/learner-found';
import { pageWidthOf } from '$lib/server/page-width';
import { outboxName } from '$lib/server/stand/outbox-name';
import { standTask } from '$lib/server/stand/stand-task';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, cookies }) => {
  const learner = foundLearner(params.id);
  const opening = await standTask(
    {
      ...{ learner, taskId: params.task, mayMark: true, base: `/learners/${learner.id}/stand` },
      takes: { keepAt: `/api/takes?learner=${learner.id}`, hearAt: '/api/takes' },
      outboxName: outboxName.ofLearner(learner.id),
      widthOf: (view) => pageWidthOf(cookies, view),
    },
    Date.now(),
  );
  return { opening: opening ?? error(404, 'This task is not set any more. Look at what is set now.') };
};
