import { defineConfig } from 'vite';

// The tasks of the work pool as one file beside the built server: threads load it, not the application.
export default defineConfig({
  publicDir: false,
  // They read their own data from disk.
  ssr: { noExternal: true, external: ['pdfkit', 'svg-to-pdfkit'] },
  build: {
    ssr: 'src/lib/server/work/tasks.ts',
    outDir: 'build/work',
    emptyOutDir: true,
    rollupOptions: { output: { entryFileNames: 'tasks.js', chunkFileNames: '[name]-[hash].js' } },
  },
});
