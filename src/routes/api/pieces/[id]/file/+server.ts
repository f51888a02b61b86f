import { pieceFile } from '$lib/server/pieces';
import { download } from '$lib/server/download';
import { found } from '$lib/server/found';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const { name, bytes } = found(pieceFile(params.id));
  return download(bytes, name, 'application/octet-stream');
};
