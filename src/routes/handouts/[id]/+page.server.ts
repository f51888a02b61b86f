import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import { printHandout } from '$lib/server/handouts/print-handout';
import { choicesFor } from '$lib/server/handouts/sheet-choices';
import { learnerAsked } from '$lib/server/handouts/whose';
import { listLearners } from '$lib/server/learners';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, url }) => {
  const edition = found(findEdition(params.id));
  const learner = learnerAsked(url.searchParams.get('learner'));
  const choices = choicesFor(edition.frozen, learner);
  return {
    opening: {
      ...{ editionId: edition.id, learnerId: learner?.id ?? null, choices },
      ...{ title: edition.pieceTitle, editionNumber: edition.number },
    },
    learners: listLearners().map(({ id, name }) => ({ id, name })),
    // They come after the page: the choices can be made meanwhile.
    pages: printHandout({ editionId: edition.id, learner, choices }, Date.now()).then((printed) =>
      printed.ok ? printed.value : null,
    ),
  };
};
