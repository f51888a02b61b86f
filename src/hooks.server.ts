import { MS_PER_DAY } from '$lib/core/practice/day-number';
import {
  error,
  redirect,
  type Handle,
  type HandleServerError,
  type RequestEvent,
  type ServerInit,
} from '@sveltejs/kit';
import { isOwnHost, tellNetwork } from '$lib/server/access/network';
import { hasPassphrase, takePassphraseFromEnvironment } from '$lib/server/access/passphrase';
import { mayAsk, pathForLog, STAND, whoAsks } from '$lib/server/access/who';
import { backUpDaily } from '$lib/server/backup/backups';
import { clearBrokenRestore } from '$lib/server/backup/restore';
import { closeDatabase, database } from '$lib/server/db/client';
import { stopMaking } from '$lib/server/demo/demo-studio';
import { diskFault } from '$lib/server/db/disk-fault';
import { StartFault } from '$lib/server/db/start-fault';
import { drawWhatIsMissing } from '$lib/server/draw-ahead';
import { readHousekeeping } from '$lib/server/housekeeping';
import { log } from '$lib/server/log';
import { eraseOverdue } from '$lib/server/records/erase';
import { practiceLog } from '$lib/server/practice-log';
import { endWork } from '$lib/server/work/pool';

process.on('sveltekit:shutdown', async () => {
  stopMaking();
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
  takePassphraseFromEnvironment(Date.now());
  tellNetwork(hasPassphrase(), readHousekeeping().isOnNetwork);
  clearBrokenRestore();
  eraseOverdue(Date.now());
  const again = setInterval(() => eraseOverdue(Date.now()), MS_PER_DAY);
  again.unref();
  backUpDaily();
  practiceLog();
  drawWhatIsMissing();
};

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

export const handle: Handle = async ({ event, resolve }) => {
  const started = performance.now();
  const { request, url } = event;
  // A page elsewhere could make a browser ask this server by another name, or post to it: both are refused.
  if (!isOwnHost(url.host)) error(421, 'Key Path does not answer under this address.');
  if (!READING.has(request.method) && request.headers.get('origin') !== url.origin)
    error(403, 'This change came from another site and was not made.');
  // The framework takes this name for a fault of its own.
  if (url.searchParams.has('/default')) error(404, 'There is no such page.');
  event.locals.who = whoAsks(event.route.id, event.cookies, event.getClientAddress(), Date.now());
  const answer = mayAsk(event.route.id, event.locals.who) ? await resolve(event) : refuse(event);
  const response = request.method === 'POST' ? await withItsStatus(answer) : answer;
  response.headers.set('X-Content-Type-Options', 'nosniff');
  // The address of a link is nobody's business, not even this site's own.
  response.headers.set(
    'Referrer-Policy',
    /^\/(l|stand)(\/|$)/.test(url.pathname) ? 'no-referrer' : 'same-origin',
  );
  // Pages and answers hold learners' data: no copy is left in a browser's cache, or one on the way.
  if (!response.headers.has('cache-control')) response.headers.set('Cache-Control', 'private, no-store');
  log.info({
    method: request.method,
    path: pathForLog(url.pathname),
    status: response.status,
    ms: Math.round(performance.now() - started),
  });
  return response;
};

/** What a form was answered is sent with status 200 to scripts, whatever it says; here it goes by what it says. */
async function withItsStatus(response: Response): Promise<Response> {
  if (response.status !== 200 || response.headers.get('content-type') !== 'application/json') return response;
  const text = await response.text();
  const said = /^\{"type":"(?:failure|error)","status":([45]\d\d)/.exec(text);
  return new Response(text, { status: said ? Number(said[1]) : 200, headers: response.headers });
}

/** Whoever may not ask is told so, and nothing else: not even whether there is such a page. */
function refuse(event: RequestEvent): Response {
  const { request, url } = event;
  const isForLearner = url.pathname === STAND || url.pathname.startsWith(`${STAND}/`);
  if (isForLearner) error(401, 'This link does not hold any more. Ask your teacher for a new one.');
  if (!hasPassphrase()) error(403, 'This studio answers its own computer only.');
  const isPage = !url.pathname.startsWith('/api/') && READING.has(request.method);
  if (!isPage) error(401, 'You have been signed out. Sign in again; nothing of this was kept.');
  redirect(303, `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
}

export const handleError: HandleServerError = ({ error: fault, event, status }) => {
  if (status < 500) return { message: status === 404 ? 'There is no such page.' : 'This could not be done.' };
  log.error({
    path: pathForLog(event.url.pathname),
    error: fault instanceof Error ? fault.stack : String(fault),
  });
  const disk = diskFault(fault);
  if (disk) return { message: `${disk} This was not kept.` };
  return {
    message:
      'Something went wrong in Key Path. What was shown as saved is safe. Load the page again; if it happens again, the log has the details.',
  };
};
