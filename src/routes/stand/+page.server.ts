import { linkedLearner } from '$lib/server/access/linked';
import { outboxName } from '$lib/server/stand/outbox-name';
import { standList } from '$lib/server/stand/stand-list';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  return {
    list: standList(learner, link.nickname, Date.now()),
    outboxName: outboxName.ofLink(link.id),
    link: { id: link.id, expiresAtMs: link.expiresAtMs },
  };
};
