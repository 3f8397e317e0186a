import { defineConfig } from 'vite';

/** The server as one file beside its node_modules; our own packages are bundled from source. */
export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    sourcemap: true,
    emptyOutDir: true,
    rolldownOptions: {
      input: {
        main: `${import.meta.dirname}/src/main.ts`,
        // Files of unknown make are read in a thread of its own.
        'read-parts.worker': `${import.meta.dirname}/src/parts/read-parts.worker.ts`,
      },
      // All beside each other: the worker is found beside whatever starts it.
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
  ssr: { noExternal: [/^@zebbit\//] },
});
