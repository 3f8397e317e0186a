import { defineConfig } from 'vite';

/** The server as one file beside its node_modules; our own packages are bundled from source. */
export default defineConfig({
  root: import.meta.dirname,
  build: { ssr: 'src/main.ts', target: 'node20', minify: false, sourcemap: true, emptyOutDir: true },
  ssr: { noExternal: [/^@zebbit\//] },
});
