import { defineConfig } from 'vite';

// The tasks of the work pool as one file beside the built server: threads load it, not the application.
export default defineConfig({
  publicDir: false,
  ssr: { noExternal: true },
  build: {
    ssr: 'src/lib/server/work/tasks.ts',
    outDir: 'build/work',
    emptyOutDir: true,
    rollupOptions: { output: { entryFileNames: 'tasks.js', chunkFileNames: '[name]-[hash].js' } },
  },
});
