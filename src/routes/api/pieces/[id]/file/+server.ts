import { error } from '@sveltejs/kit';
import { findPiece } from '$lib/server/pieces';
import { download } from '$lib/server/download';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const piece = findPiece(params.id);
  if (!piece) error(404, 'There is no such piece in the studio.');
  return download(new Uint8Array(piece.fileBytes), piece.fileName, 'application/octet-stream');
};
