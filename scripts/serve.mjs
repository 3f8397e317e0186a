// Starts the built server and waits until it answers. Plain Node, no dependencies.
import { spawn } from 'node:child_process';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './set-up.mjs';

/** The folder of this person's data. */
export function homeFolder() {
  return process.env.ZEBBIT_HOME ?? join(homedir(), '.zebbit');
}

/** Reads `--port N` and flags such as `--reset`; stops with a message on anything else. */
export function readArguments(flags = []) {
  const args = process.argv.slice(2);
  const out = { lan: false, port: Number(process.env.ZEBBIT_PORT ?? 4173) };
  for (let i = 0; i < args.length; i += 1) {
    const arg = args[i];
    if (arg === '--port') out.port = Number(args[(i += 1)]);
    else if (flags.includes(arg)) out[arg.slice(2)] = true;
    else stop(`Unknown argument ${arg}. Known: --port N${flags.map((f) => `, ${f}`).join('')}`);
  }
  if (!Number.isInteger(out.port) || out.port < 1 || out.port > 65535)
    stop('--port wants a number from 1 to 65535');
  return out;
}

export function stop(message) {
  console.error(message);
  process.exit(2);
}

/** A question on a connection of its own: one that was kept open may be closed while a loader blocks this process. */
export function askOnce(address, body = null) {
  const headers = { connection: 'close', 'content-type': 'application/json' };
  return fetch(address, body === null ? { headers } : { method: 'PUT', headers, body: JSON.stringify(body) });
}

/** Starts the server on a folder and a port; resolves with its address once it answers. */
export async function serve({ home, port, lan = false }) {
  const server = spawn(process.execPath, ['--enable-source-maps', join(ROOT, 'server/dist/main.js')], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      ZEBBIT_HOME: home,
      ZEBBIT_PORT: String(port),
      ZEBBIT_WEB: join(ROOT, 'web/dist'),
      ...(lan ? { ZEBBIT_LAN: '1' } : {}),
    },
  });
  let ended = null;
  server.on('exit', (code) => {
    ended = code ?? 1;
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  const url = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 150; tries += 1) {
    if (ended !== null)
      stop(`The server ended with ${ended}. Is port ${port} in use? Try -- --port ${port + 1}`);
    const ok = await askOnce(`${url}/api/health`).then(
      (r) => r.ok,
      (error) => {
        // Browsers and Node refuse some ports, 4190 among them, whatever listens there.
        if (error.cause?.message === 'bad port')
          stop(`Port ${port} is one that browsers refuse; try another`);
        return false;
      },
    );
    if (ok) {
      server.on('exit', (code) => process.exit(code ?? 0));
      return { url, server };
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  server.kill();
  return stop('The server did not answer within 15 s');
}
