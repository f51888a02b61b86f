import { error } from '@sveltejs/kit';
import { EXPORTS, isExportFormat } from '$lib/core/formats/write-score';
import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import { download } from '$lib/server/download';
import { work } from '$lib/server/work/pool';
import type { RequestHandler } from './$types';

/** An edition as it was handed out, in an open format; MusicXML carries the counts, too. */
export const GET: RequestHandler = async ({ params, url }) => {
  const edition = found(findEdition(params.id));
  const format = url.searchParams.get('format') ?? 'musicxml';
  if (!isExportFormat(format)) error(400, `An edition can be written as ${Object.keys(EXPORTS).join(', ')}.`);
  const { score, counts, recipe } = edition.frozen;
  const printed = recipe.counts === 'shown' ? counts : [];
  const content = found(await work('write', { score, format, counts: printed }));
  const { extension, type } = EXPORTS[format];
  return download(content, `${edition.pieceTitle}, edition ${edition.number}.${extension}`, type);
};
