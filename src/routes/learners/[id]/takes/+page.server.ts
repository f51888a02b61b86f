import { foundLearner } from '$lib/server/learner-found';
import { assignmentsOf } from '$lib/server/practice';
import { listTakes } from '$lib/server/stand/takes';
import type { PageServerLoad } from './$types';

/** What the learner played and wanted kept, and the teacher's own playing of the learner's music. */
export const load: PageServerLoad = ({ params }) => {
  const learner = foundLearner(params.id);
  const music = assignmentsOf([learner.id]).map(({ editionId, title, sections }) => {
    const nameOf = (id: string) => sections.find((section) => section.id === id)?.name ?? '';
    const told = (whose: string | null) =>
      listTakes({ editionId, learnerId: whose }).map(({ id, sectionId, hand, heard, createdAtMs }) => ({
        ...{ id, hand, createdAtMs, section: nameOf(sectionId) },
        heard: heard.split('\n').filter(Boolean),
      }));
    return { title, editionId, own: told(learner.id), models: told(null) };
  });
  return { learner: { id: learner.id, name: learner.name }, music };
};
