import { download } from '$lib/server/download';
import { found } from '$lib/server/found';
import { printPieceSheets } from '$lib/server/handouts/piece-sheets';
import { work } from '$lib/server/work/pool';
import type { RequestHandler } from './$types';

/** A piece's chord cards, scale and chords of its key as a file. */
export const GET: RequestHandler = async ({ params }) => {
  const { title, printed } = found(await printPieceSheets(params.id));
  return download(found(await work('pdf', [printed])), `${title}, chords.pdf`, 'application/pdf');
};
