import { error } from '@sveltejs/kit';
import { findLearner } from '$lib/server/learners';
import { assignmentsOf } from '$lib/server/practice';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const learner = findLearner(params.id);
  if (!learner) error(404, 'There is no such learner in the studio.');
  return {
    learner,
    assignments: assignmentsOf(params.id).map(({ id, edition, entries, next, assignedAtMs }) => ({
      id,
      assignedAtMs,
      entries,
      next,
      editionId: edition.id,
      editionNumber: edition.number,
      arrangementId: edition.arrangementId,
      title: edition.pieceTitle,
      name: edition.arrangementName,
      sections: edition.frozen.sections,
      measureNumbers: edition.frozen.score.measures.map((measure) => measure.number),
    })),
    nowMs: Date.now(),
  };
};
