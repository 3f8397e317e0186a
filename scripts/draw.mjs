// npm run draw: draws the demo's board pictures anew into demo/pictures.
import { ensureBuilt, ensureDebian, ensureInstalled, must } from './set-up.mjs';

ensureInstalled();
ensureDebian({ 'chromium-headless-shell': '/usr/bin/chromium-headless-shell' });
ensureBuilt();
must(process.execPath, ['demo/dist/draw.js']);
