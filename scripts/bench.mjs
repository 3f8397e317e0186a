// npm run bench: builds and runs the benchmarks; figures are ratios against references in the same run.
import { ensureInstalled, must } from './set-up.mjs';

ensureInstalled();
must(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'bench', '--logLevel', 'warn']);
must(process.execPath, ['bench/dist/run.js']);
