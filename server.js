// Starts the built application on this machine only, unless it is told otherwise.
process.env.HOST ??= '127.0.0.1';
process.env.PORT ??= '4173';
process.env.ORIGIN ??= `http://${process.env.HOST}:${process.env.PORT}`;
// The largest score file plus what a form adds around it; the import page states the limit.
process.env.BODY_SIZE_LIMIT ??= '12M';
process.env.SHUTDOWN_TIMEOUT ??= '5';

process.once('uncaughtException', (error) => {
  if (error.code !== 'EADDRINUSE') throw error;
  console.error(
    `Port ${process.env.PORT} is taken by another program. Choose one with PORT=… and start again.`,
  );
  process.exit(1);
});

await import('./build/index.js');
console.log(`Key Path is at ${process.env.ORIGIN}`);
