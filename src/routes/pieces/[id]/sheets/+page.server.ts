import { found } from '$lib/server/found';
import { printPieceSheets } from '$lib/server/handouts/piece-sheets';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => ({
  pieceId: params.id,
  ...found(await printPieceSheets(params.id)),
});
