import { error, type Handle, type HandleServerError } from '@sveltejs/kit';
import { closeDatabase } from '$lib/server/db/client';
import { log } from '$lib/server/log';
import { stopWork } from '$lib/server/work/pool';

process.on('sveltekit:shutdown', async () => {
  await stopWork();
  closeDatabase();
  log.info('stopped');
});

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
  return {
    message:
      'Something went wrong in Key Path. What was shown as saved is safe. Load the page again; if it happens again, the log has the details.',
  };
};
