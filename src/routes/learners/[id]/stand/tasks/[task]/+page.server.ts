import { error } from '@sveltejs/kit';
import { findLearner } from '$lib/server/learners';
import { pageWidthOf } from '$lib/server/page-width';
import { standTask } from '$lib/server/stand/stand-task';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, cookies }) => {
  const learner = findLearner(params.id) ?? error(404, 'There is no such learner in the studio.');
  const opening = await standTask(
    {
      ...{ learner, taskId: params.task, mayMark: true, base: `/learners/${learner.id}/stand` },
      outboxName: `key-path-stand-of-${learner.id}`,
      widthOf: (view) => pageWidthOf(cookies, view),
    },
    Date.now(),
  );
  return { opening: opening ?? error(404, 'This task is not set any more. Look at what is set now.') };
};
