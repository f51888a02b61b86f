import { once } from 'node:events';
import { readFileSync } from 'node:fs';

// Starts the built application on this machine only, unless it is told otherwise.
process.env.HOST ??= '127.0.0.1';
process.env.PORT ??= '4173';
process.env.ORIGIN ??= `http://${process.env.HOST}:${process.env.PORT}`;
// The largest score file plus what a form adds around it; the import page states the limit.
process.env.BODY_SIZE_LIMIT ??= '12M';
process.env.SHUTDOWN_TIMEOUT ??= '5';
// Tells what was worked out by this build from what another one would work out.
process.env.KEY_PATH_BUILD ??= JSON.parse(readFileSync('build/client/_app/version.json', 'utf8')).version;

process.once('uncaughtException', (error) => {
  if (error.code !== 'EADDRINUSE') throw error;
  console.error(
    `Port ${process.env.PORT} is taken by another program. Choose one with PORT=… and start again.`,
  );
  process.exit(1);
});

const { server } = await import('./build/index.js');
// Whoever reads the address may call at once.
if (!server.server.listening) await once(server.server, 'listening');
console.log(`Key Path is at ${process.env.ORIGIN}`);
