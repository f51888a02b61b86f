import { error } from '@sveltejs/kit';
import { EXPORTS, isExportFormat } from '$lib/core/formats/write-score';
import { download } from '$lib/server/download';
import { findEdition } from '$lib/server/editions';
import { found } from '$lib/server/found';
import {
  editionArchive,
  editionAsMei,
  editionAsScore,
  editionLine,
} from '$lib/server/handouts/edition-files';
import type { RequestHandler } from './$types';

const KNOWN = [...Object.keys(EXPORTS), 'mei', 'svg', 'zip'];

/** An edition as it was handed out, in an open format; MusicXML and MEI carry the counts, too. */
export const GET: RequestHandler = async ({ params, url }) => {
  const edition = found(findEdition(params.id));
  const format = url.searchParams.get('format') ?? 'musicxml';
  const name = `${edition.pieceTitle}, edition ${edition.number}`;
  if (isExportFormat(format)) {
    const { extension, type } = EXPORTS[format];
    return download(found(await editionAsScore(edition.frozen, format)), `${name}.${extension}`, type);
  }
  switch (format) {
    case 'mei':
      return download(found(await editionAsMei(edition.frozen)), `${name}.mei`, 'application/xml');
    case 'svg': {
      const measure = Number(url.searchParams.get('measure') ?? 0);
      const line = found(await editionLine(edition, measure, Date.now()));
      return download(line, `${name}, line.svg`, 'image/svg+xml');
    }
    case 'zip':
      return download(found(await editionArchive(edition, Date.now())), `${name}.zip`, 'application/zip');
    default:
      error(400, `An edition can be written as ${KNOWN.join(', ')}.`);
  }
};
