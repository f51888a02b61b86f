import pino from 'pino';

/** Structured log on standard output; no names of learners and no contents of pieces. */
export const log = pino({ level: process.env.KEY_PATH_LOG ?? 'info', base: null });
