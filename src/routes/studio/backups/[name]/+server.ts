import { error } from '@sveltejs/kit';
import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { backupFile } from '$lib/server/backup/backups';
import type { RequestHandler } from './$types';

/** A backup, to be kept elsewhere. */
export const GET: RequestHandler = ({ params }) => {
  const file = backupFile(params.name);
  if (!file) error(404, 'This backup is not there any more.');
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
    headers: {
      'content-type': 'application/vnd.sqlite3',
      'content-length': String(statSync(file).size),
      'content-disposition': `attachment; filename="${params.name}"`,
    },
  });
};
