import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  build: { ssr: 'dbg.ts', outDir: '/work/main/.cache/b', target: 'node20', minify: false, emptyOutDir: true },
  ssr: { noExternal: [/^@zebbit\//] },
});
