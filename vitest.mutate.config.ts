import { defineConfig } from 'vitest/config';

/** For mutation only: the core's direct tests, without the application's plugin. `MUTATE` names the tests of a folder. */
export default defineConfig({
  test: {
    include: (process.env.MUTATE_TESTS ?? 'src/lib/core/**/*.test.ts').split(','),
    environment: 'node',
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
