// npm run demo: installs and builds what is missing, loads the demo data into its own folder if absent, serves, prints the address.
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { askOnce, homeFolder, readArguments, serve } from './serve.mjs';
import { ensureBuilt, ensureInstalled, run } from './set-up.mjs';

const { port, reset, lan } = readArguments(['--reset', '--lan']);
ensureInstalled();
ensureBuilt();
const home = join(homeFolder(), 'demo');
if (reset) rmSync(home, { recursive: true, force: true });
const { url, server } = await serve({ home, port, lan });
const meter = spawn(process.execPath, ['demo/dist/meter.js', '0', join(home, 'stand-in.json')], {
  stdio: ['pipe', 'pipe', 'inherit'],
});
const [meterPort, powerPort] = await new Promise((resolve) =>
  meter.stdout.once('data', (text) => resolve(String(text).trim().split(' ').map(Number))),
);
server.on('exit', () => meter.kill());
const jobs = await askOnce(`${url}/api/jobs`).then((r) => r.json());
if (jobs.length === 0) {
  console.log('Loading the demo data…');
  if (run(process.execPath, ['demo/dist/load.js', url, String(meterPort)]) !== 0) {
    server.kill();
    process.exit(1);
  }
}
await askOnce(`${url}/api/instruments/meter`, { host: '127.0.0.1', port: meterPort });
await askOnce(`${url}/api/instruments/power`, { host: '127.0.0.1', port: powerPort });
console.log(
  `\nZebbit with demo data: ${url}\nData in ${home}. Stop with Ctrl+C; start over with: npm run demo -- --reset`,
);
