import { foundLearner } from '$lib/server/learner-found';
import { outboxName } from '$lib/server/stand/outbox-name';
import { standList } from '$lib/server/stand/stand-list';
import type { PageServerLoad } from './$types';

/** The learner's stand on the teacher's own machine. */
export const load: PageServerLoad = ({ params }) => {
  const learner = foundLearner(params.id);
  return {
    list: standList(learner, learner.name, Date.now()),
    learnerId: learner.id,
    outboxName: outboxName.ofLearner(learner.id),
  };
};
