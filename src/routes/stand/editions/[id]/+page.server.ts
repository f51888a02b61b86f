import { error } from '@sveltejs/kit';
import { linkedLearner } from '$lib/server/access/linked';
import { findEdition } from '$lib/server/editions';
import { editionLines } from '$lib/server/first-lines';
import { found } from '$lib/server/found';
import { sheetOf } from '$lib/server/page-width';
import { assignmentsOf } from '$lib/server/practice';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, cookies, locals }) => {
  const { learner } = linkedLearner(locals.who);
  const isOwn = assignmentsOf([learner.id]).some(({ editionId }) => editionId === params.id);
  if (!isOwn) error(404, 'This music is not among yours.');
  const edition = found(findEdition(params.id));
  const sheet = sheetOf(cookies);
  // Only the paper: what the arrangement is called and whom it was made for is the teacher's.
  const { recipe } = edition.frozen;
  const paper = {
    ...edition,
    ...{ arrangementName: '', arrangementId: '', pieceId: '' },
    frozen: { ...edition.frozen, recipe: { ...recipe, learnerId: null } },
  };
  return { edition: paper, sheet, lines: await editionLines(edition, sheet.paper, sheet.isLarge) };
};
