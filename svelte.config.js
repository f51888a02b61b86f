import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    // Tests ask over the loopback, where compressing takes longer than it saves.
    adapter: adapter({ precompress: process.env.KEY_PATH_COMPRESS !== 'no' }),
    // The stand registers it, for its own pages.
    serviceWorker: { register: false },
    typescript: {
      config: (config) => {
        config.include = [
          ...config.include,
          '../e2e/**/*.ts',
          '../cli/**/*.ts',
          '../bench/**/*.ts',
          '../demo/**/*.ts',
          '../fuzz/**/*.ts',
          '../fit/**/*.ts',
          '../*.config.ts',
        ];
      },
    },
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        // Verovio is compiled to WebAssembly, which strict policies refuse unless it is named.
        'script-src': ['self', 'wasm-unsafe-eval'],
        'style-src': ['self'],
        // Positions (rows under a system, popovers) are computed, so they reach elements as style attributes.
        'style-src-attr': ['unsafe-inline'],
        'img-src': ['self', 'data:'],
        'worker-src': ['self'],
        'connect-src': ['self'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
  },
};
