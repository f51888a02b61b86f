import { error } from '@sveltejs/kit';
import { linkedLearner } from '$lib/server/access/linked';
import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import { printHandout } from '$lib/server/handouts/print-handout';
import { choicesFor } from '$lib/server/handouts/sheet-choices';
import { assignmentsOf } from '$lib/server/practice';
import type { PageServerLoad } from './$types';

/** The learner's music as it is printed, with the sheets that the teacher chose; whole, for when there is no network. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { link, learner } = linkedLearner(locals.who);
  const isOwn = assignmentsOf([learner.id]).some(({ editionId }) => editionId === params.id);
  if (!isOwn) error(404, 'This music is not among yours.');
  const edition = found(findEdition(params.id));
  // What the page calls the learner is the nickname of the link.
  const named = { ...learner, name: link.nickname };
  const request = { editionId: edition.id, learner: named, choices: choicesFor(edition.frozen, learner) };
  return { title: edition.pieceTitle, printed: found(await printHandout(request, Date.now())) };
};
