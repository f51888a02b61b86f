import { linkedLearner } from '$lib/server/access/linked';
import { standList } from '$lib/server/stand/stand-list';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  return {
    list: standList(learner, link.nickname, Date.now()),
    link: { id: link.id, expiresAtMs: link.expiresAtMs },
  };
};
