import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';
import { engraverApart } from './scripts/engraver-apart.mjs';

const CORE_TESTS = 'src/lib/core/**/*.test.ts';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  resolve: {
    alias: {
      'sveltekit-superforms/adapters': fileURLToPath(new URL('./src/zod-forms.js', import.meta.url)),
    },
  },
  worker: { format: 'es', plugins: () => [engraverApart()] },
  // Inlined fonts would become data: addresses, which the content security policy refuses.
  build: {
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 10_000,
    reportCompressedSize: false,
    // Older targets have light-dark() written out for the whole page, and paper within the night would turn dark.
    cssTarget: ['chrome123', 'firefox120', 'safari17.5'],
  },
  test: {
    environment: 'node',
    // A core is left free as it comes; nothing else runs meanwhile.
    maxWorkers: '100%',
    // Properties run hundreds of cases; on a busy machine that takes its time.
    testTimeout: 120_000,
    hookTimeout: 60_000,
    projects: [
      {
        extends: true,
        // The core is pure, so that its files can share what they load: that was half of their time.
        test: { name: 'core', include: [CORE_TESTS], isolate: false },
      },
      {
        extends: true,
        test: {
          name: 'around it',
          isolate: false,
          include: ['src/**/*.test.ts', 'cli/**/*.test.ts', 'demo/**/*.test.ts'],
          exclude: [CORE_TESTS],
          globalSetup: 'src/lib/testing/build-tasks.ts',
        },
      },
    ],
  },
});
