import { listLearners } from '$lib/server/learners';
import { assignmentsOf } from '$lib/server/practice';
import type { PageServerLoad } from './$types';

/** Who has which music, for printing several handouts in one file. */
export const load: PageServerLoad = () => {
  const learners = listLearners();
  const held = assignmentsOf(learners.map(({ id }) => id));
  return {
    learners: learners.map(({ id, name }) => ({
      id,
      name,
      music: held
        .filter(({ learnerId }) => learnerId === id)
        .map(({ editionId, title, editionNumber }) => ({ editionId, title, editionNumber })),
    })),
  };
};
