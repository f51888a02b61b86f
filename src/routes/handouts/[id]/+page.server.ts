import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import { keptHandout, printHandout } from '$lib/server/handouts/print-handout';
import { choicesFor } from '$lib/server/handouts/sheet-choices';
import { foundLearner } from '$lib/server/learner-found';
import { listLearners } from '$lib/server/learners';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, url }) => {
  const edition = found(findEdition(params.id));
  const asked = url.searchParams.get('learner');
  const learner = asked ? foundLearner(asked) : null;
  const choices = choicesFor(edition.frozen, learner);
  const request = { editionId: edition.id, learner, choices };
  const nowMs = Date.now();
  const kept = await keptHandout(request, nowMs);
  return {
    opening: {
      ...{ editionId: edition.id, learnerId: learner?.id ?? null, choices },
      ...{ title: edition.pieceTitle, editionNumber: edition.number },
    },
    learners: listLearners().map(({ id, name }) => ({ id, name })),
    kept,
    // What must be made first comes after the page: the choices can be made meanwhile.
    coming: kept ? null : printHandout(request, nowMs).then((printed) => (printed.ok ? printed.value : null)),
  };
};
