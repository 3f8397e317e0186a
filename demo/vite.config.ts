import { defineConfig } from 'vite';

/** The demo's loader and its picture drawer, bundled with our packages for plain Node. */
export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    emptyOutDir: true,
    rolldownOptions: { input: ['load.ts', 'draw.ts', 'meter.ts'].map((f) => `${import.meta.dirname}/${f}`) },
  },
  ssr: { noExternal: [/^@zebbit\//] },
});
