// npm run bench: builds and runs the benchmarks; figures are ratios against references in the same run.
import { ensureBuilt, ensureDebian, ensureInstalled, must } from './set-up.mjs';

ensureInstalled();
ensureDebian({
  'chromium-headless-shell': '/usr/bin/chromium-headless-shell',
  ngspice: '/usr/bin/ngspice',
  'kicad-footprints': '/usr/share/kicad/footprints/Connector_USB.pretty',
});
ensureBuilt();
must(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'bench', '--logLevel', 'warn']);
// Names of single benchmarks may follow: npm run bench -- trace shorts
must(process.execPath, ['bench/dist/run.js', ...process.argv.slice(2)]);
