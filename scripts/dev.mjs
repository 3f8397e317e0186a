// npm run dev: server rebuilt and restarted as it changes, web by Vite with hot reload on http://127.0.0.1:5173.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { homeFolder } from './serve.mjs';
import { ensureInstalled, must } from './set-up.mjs';

ensureInstalled();
const vite = 'node_modules/vite/bin/vite.js';
must(process.execPath, [vite, 'build', 'server', '--logLevel', 'warn']);
const env = { ...process.env, ZEBBIT_HOME: join(homeFolder(), 'dev') };
const children = [
  [vite, 'build', 'server', '--watch', '--logLevel', 'warn'],
  ['--watch', '--enable-source-maps', 'server/dist/main.js'],
  [vite, 'web'],
].map((args) => spawn(process.execPath, args, { stdio: 'inherit', env }));
const stop = () => children.forEach((c) => c.kill());
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
