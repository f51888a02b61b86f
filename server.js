import { existsSync, readFileSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import { join } from 'node:path';

// Starts the built application. Without a passphrase it answers this computer only, whatever HOST says.
const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4173);
const httpsPort = Number(process.env.KEY_PATH_HTTPS_PORT ?? port + 1);
const LOOPBACK = /^(127\.|::1$|localhost$)/;
const EVERYWHERE = '0.0.0.0';
/** An address by which the studio is reached through something in between: one more that may be asked for. */
const origin = process.env.ORIGIN;
// Each request says itself by which address it came, and the application looks whether that is one of its own.
delete process.env.ORIGIN;
process.env.PROTOCOL_HEADER = 'x-key-path-protocol';
// How much is taken in is looked at here, since a backup that is brought in may be large.
process.env.BODY_SIZE_LIMIT = 'Infinity';
/** The largest score file plus what a form adds around it; the import page states the limit. */
const MOST_BYTES = 12 * 2 ** 20;
const MOST_BACKUP_BYTES = 4 * 2 ** 30;
// Tells what was worked out by this build from what another one would work out.
process.env.KEY_PATH_BUILD ??= JSON.parse(readFileSync('build/client/_app/version.json', 'utf8')).version;
const SHUTDOWN_TIMEOUT_MS = 5_000;

/** Servers that listen now; those that were closed may still answer what they began. */
let listening = [];

/** What the application asks of its server: the address at which it listens, and to listen on the home network or not. */
const network = {
  port,
  httpsPort,
  extraOrigin: origin ?? null,
  isOpen: false,
  isSecure: false,
  /** @param {boolean} isOpen @returns {Promise<void>} */
  async listen(isOpen) {
    for (const server of listening) server.close();
    listening = [];
    const secure = isOpen ? certificate() : null;
    const at = isOpen ? (LOOPBACK.test(host) ? EVERYWHERE : host) : LOOPBACK.test(host) ? host : '127.0.0.1';
    listening.push(await opened(http.createServer(answering('http')), port, at));
    if (secure) listening.push(await opened(https.createServer(secure, answering('https')), httpsPort, at));
    network.isOpen = isOpen;
    network.isSecure = secure !== null;
  },
};
globalThis[Symbol.for('key-path.network')] = network;

/** The studio's own certificate, where one was made with `npm run certificate`. */
function certificate() {
  const folder = join(process.env.KEY_PATH_DATA ?? 'data', 'certificate');
  const files = ['server.key', 'server.pem'].map((name) => join(folder, name));
  if (!files.every((file) => existsSync(file))) return null;
  const [key, cert] = files.map((file) => readFileSync(file));
  return { key, cert };
}

let handler;

function answering(protocol) {
  return (request, response) => {
    // Said by this server alone, whatever a request claims.
    request.headers['x-key-path-protocol'] = protocol;
    const refusal = refusalOf(request);
    if (refusal) {
      response.writeHead(refusal.status, { 'content-type': 'application/json', connection: 'close' });
      response.end(JSON.stringify({ message: refusal.message }));
      return;
    }
    handler(request, response, () => {
      response.statusCode = 404;
      response.end();
    });
  };
}

/** What is too much, or of unknown length, is not read at all. */
function refusalOf({ headers, url = '', method }) {
  if (headers['transfer-encoding'] !== undefined)
    return { status: 411, message: 'Say how long it is (Content-Length) before sending it.' };
  const most = method === 'PUT' && url === '/api/backups' ? MOST_BACKUP_BYTES : MOST_BYTES;
  if (Number(headers['content-length'] ?? 0) > most)
    return {
      status: 413,
      message: 'This is larger than what is taken in here. Score files may be up to 10 MB.',
    };
  return null;
}

function opened(server, at, address) {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(at, address, () => resolve(server));
  });
}

let isStopping = false;

function stop(reason) {
  if (isStopping) return;
  isStopping = true;
  const timeout = setTimeout(() => {
    for (const server of listening) server.closeAllConnections();
  }, SHUTDOWN_TIMEOUT_MS);
  const closed = listening.map((server) => new Promise((resolve) => server.close(resolve)));
  for (const server of listening) server.closeIdleConnections();
  void Promise.all(closed).then(() => {
    clearTimeout(timeout);
    process.emit('sveltekit:shutdown', reason);
  });
}

process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGINT', () => stop('SIGINT'));

// Opens the studio: a fault of its file ends the program here, with a sentence.
({ handler } = await import('./build/handler.js'));
const { wantsNetwork } = network;
const isHostOpen = !LOOPBACK.test(host);
const isOpen = network.hasPassphrase === true && (isHostOpen || wantsNetwork === true);
try {
  await network.listen(isOpen);
} catch (fault) {
  const taken =
    fault.code === 'EADDRINUSE' ? `Port ${fault.port} is taken by another program.` : fault.message;
  console.error(`${taken} Choose another with PORT=… and start again.`);
  process.exit(1);
}
if (isHostOpen && !isOpen)
  console.log(
    'There is no passphrase, so only this computer can come in. Set one with KEY_PATH_PASSPHRASE, or in Studio, “Who may come in”.',
  );
// Whoever reads the address may call at once.
console.log(`Key Path is at http://${LOOPBACK.test(host) ? host : '127.0.0.1'}:${port}`);
