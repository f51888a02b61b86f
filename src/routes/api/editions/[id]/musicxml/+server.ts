import { error } from '@sveltejs/kit';
import { arrangementMusicXml } from '$lib/core/arrange/export';
import { findEdition } from '$lib/server/editions';
import { download } from '$lib/server/download';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const edition = findEdition(params.id);
  if (!edition) error(404, 'There is no such edition in the studio.');
  const { score, counts, recipe } = edition.frozen;
  const xml = arrangementMusicXml(score, recipe.counts === 'shown' ? counts : []);
  return download(
    xml,
    `${edition.pieceTitle}, edition ${edition.number}.musicxml`,
    'application/vnd.recordare.musicxml+xml',
  );
};
