import { defineConfig } from 'vite';

// Programs beside the built server, each in one file: the tasks of the work pool, and what makes the demo studio.
export default defineConfig({
  publicDir: false,
  // They read their own data from disk.
  ssr: { noExternal: true, external: ['pdfkit', 'svg-to-pdfkit', 'better-sqlite3', 'piscina'] },
  build: {
    ssr: true,
    outDir: 'build/work',
    emptyOutDir: true,
    reportCompressedSize: false,
    rollupOptions: {
      input: { tasks: 'src/lib/server/work/tasks.ts', demo: 'demo/seed.ts' },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
