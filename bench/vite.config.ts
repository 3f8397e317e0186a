import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  build: { ssr: 'run.ts', target: 'node20', minify: false, emptyOutDir: true },
  ssr: { noExternal: [/^@zebbit\//] },
});
