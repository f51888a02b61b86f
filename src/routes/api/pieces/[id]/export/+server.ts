import { error } from '@sveltejs/kit';
import { EXPORTS, isExportFormat } from '$lib/core/formats/write-score';
import { download } from '$lib/server/download';
import { found } from '$lib/server/found';
import { findPiece, sourceScore } from '$lib/server/pieces';
import { work } from '$lib/server/work/pool';
import type { RequestHandler } from './$types';

/** The source as it stands, in an open format: `?format=musicxml|midi|abc|chordpro`. */
export const GET: RequestHandler = async ({ params, url }) => {
  const piece = found(findPiece(params.id));
  const score = found(sourceScore(params.id, piece.sourceRevision));
  const format = url.searchParams.get('format') ?? 'musicxml';
  if (!isExportFormat(format)) error(400, `A piece can be written as ${Object.keys(EXPORTS).join(', ')}.`);
  const { extension, type } = EXPORTS[format];
  return download(found(await work('write', { score, format })), `${piece.title}.${extension}`, type);
};
