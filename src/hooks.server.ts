import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { closeDatabase, database } from '$lib/server/db/client';
import { diskFault } from '$lib/server/db/disk-fault';
import { StartFault } from '$lib/server/db/start-fault';
import { drawWhatIsMissing } from '$lib/server/draw-ahead';
import { log } from '$lib/server/log';
import { practiceLog } from '$lib/server/practice-log';
import { endWork } from '$lib/server/work/pool';

process.on('sveltekit:shutdown', async () => {
  await endWork();
  closeDatabase();
  log.info('stopped');
});

/** What is kept is for its owner alone. */
process.umask(0o077);

/** A studio that cannot be opened stops the program with a sentence, before any page is answered. */
export const init: ServerInit = () => {
  try {
    database();
  } catch (fault) {
    if (!(fault instanceof StartFault)) throw fault;
    console.error(`Key Path did not start. ${fault.message}`);
    process.exit(1);
  }
  practiceLog();
  drawWhatIsMissing();
};

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

export const handle: Handle = async ({ event, resolve }) => {
  const started = performance.now();
  const { request, url } = event;
  // A page elsewhere could make a browser ask this server by another name, or post to it: both are refused.
  if (request.headers.get('host') !== url.host) error(421, 'Key Path does not answer under this address.');
  if (!READING.has(request.method) && request.headers.get('origin') !== url.origin) {
    error(403, 'This change came from another site and was not made.');
  }
  const response = await resolve(event);
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('Referrer-Policy', 'same-origin');
  // Pages and answers hold learners' data: no copy is left in a browser's cache, or one on the way.
  if (!response.headers.has('cache-control')) response.headers.set('Cache-Control', 'private, no-store');
  log.info({
    method: request.method,
    path: url.pathname,
    status: response.status,
    ms: Math.round(performance.now() - started),
  });
  return response;
};

export const handleError: HandleServerError = ({ error: fault, event, status }) => {
  if (status < 500) return { message: status === 404 ? 'There is no such page.' : 'This could not be done.' };
  log.error({ path: event.url.pathname, error: fault instanceof Error ? fault.stack : String(fault) });
  const disk = diskFault(fault);
  if (disk) return { message: `${disk} This was not kept.` };
  return {
    message:
      'Something went wrong in Key Path. What was shown as saved is safe. Load the page again; if it happens again, the log has the details.',
  };
};
