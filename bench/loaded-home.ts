import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from '../e2e/server';

let made: Promise<string> | null = null;

async function load(): Promise<string> {
  const server = await TestServer.start();
  server.loadDemo();
  await server.end();
  return server.home;
}

/** A folder with the demo's data, a fresh copy each time. */
export async function loadedHome(): Promise<string> {
  const from = await (made ??= load());
  const home = mkdtempSync(join(tmpdir(), 'zebbit-bench-'));
  cpSync(from, home, { recursive: true });
  return home;
}
