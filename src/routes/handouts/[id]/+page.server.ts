import { findEdition } from '$lib/server/editions';
import { editionLines } from '$lib/server/first-lines';
import { found } from '$lib/server/found';
import { sheetOf } from '$lib/server/page-width';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, cookies }) => {
  const edition = found(findEdition(params.id));
  const sheet = sheetOf(cookies);
  return { edition, sheet, lines: await editionLines(edition, sheet.paper, sheet.isLarge) };
};
