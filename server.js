// Starts the built application on this machine only, unless it is told otherwise.
process.env.HOST ??= '127.0.0.1';
process.env.PORT ??= '4173';
process.env.ORIGIN ??= `http://${process.env.HOST}:${process.env.PORT}`;
// The largest score file plus what a form adds around it; the import page states the limit.
process.env.BODY_SIZE_LIMIT ??= '12M';
process.env.SHUTDOWN_TIMEOUT ??= '5';

await import('./build/index.js');
console.log(`Key Path is at ${process.env.ORIGIN}`);
