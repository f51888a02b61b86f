import { json } from '@sveltejs/kit';
import { createWriteStream, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { backupFolder } from '$lib/server/backup/backups';
import { lookInto } from '$lib/server/backup/restore';
import { diskFault } from '$lib/server/db/disk-fault';
import { newId } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** Takes a backup that was kept elsewhere into the folder of backups, if it is a sound studio. Nothing is put in place by this. */
export const PUT: RequestHandler = async ({ request }) => {
  if (!request.body) return json({ message: 'No file arrived. Choose a backup.' }, { status: 400 });
  mkdirSync(backupFolder(), { recursive: true, mode: 0o700 });
  const arriving = join(backupFolder(), `${newId()}.unfinished`);
  try {
    await pipeline(Readable.fromWeb(request.body as WebStream), createWriteStream(arriving, { mode: 0o600 }));
    const looked = lookInto(arriving);
    if (!looked.ok) return json({ message: looked.message }, { status: 422 });
    const name = `brought-in-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}.db`;
    renameSync(arriving, join(backupFolder(), name));
    return json({ name });
  } catch (fault) {
    const disk = diskFault(fault);
    return json(
      { message: `The file did not arrive whole. ${disk ?? 'Try again.'}` },
      { status: disk ? 507 : 400 },
    );
  } finally {
    for (const left of ['', '-shm', '-wal']) rmSync(arriving + left, { force: true });
  }
};
