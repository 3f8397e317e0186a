// npm run draw: draws the demo's board pictures anew into demo/pictures.
import { ensureBuilt, ensureDebian, ensureInstalled, must } from './set-up.mjs';

ensureInstalled();
ensureDebian({ chromium: '/usr/bin/chromium' });
ensureBuilt();
must(process.execPath, ['demo/dist/draw.js']);
