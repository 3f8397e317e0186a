// npm start: Zebbit on this person's own data.
import { homeFolder, readArguments, serve } from './serve.mjs';
import { ensureBuilt, ensureInstalled } from './set-up.mjs';

const { port, lan } = readArguments(['--lan']);
ensureInstalled();
ensureBuilt();
const home = homeFolder();
const { url } = await serve({ home, port, lan });
console.log(`\nZebbit: ${url}\nData in ${home}. Stop with Ctrl+C.`);
