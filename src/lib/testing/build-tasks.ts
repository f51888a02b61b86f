import { build } from 'vite';

/** Builds the tasks of the work pool as they stand, once for a run of the tests. */
export default async function buildTasks(): Promise<void> {
  const outDir = '.cache/test/work';
  await build({ configFile: 'vite.work.config.ts', build: { outDir }, logLevel: 'warn' });
  process.env.KEY_PATH_TASKS = `${outDir}/tasks.js`;
}
