import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_HOME, TestServer } from './server';
import { StandIn } from './stand-in';

/** Loads the demo once; each spec that wants it starts on a copy. */
export default async function globalSetup(): Promise<void> {
  const server = await TestServer.start();
  const meter = await StandIn.start(join(server.home, 'stand-in.json'));
  try {
    server.loadDemo(meter.port);
    await server.end();
    rmSync(DEMO_HOME, { recursive: true, force: true });
    cpSync(server.home, DEMO_HOME, { recursive: true });
  } finally {
    await meter.stop();
    await server.stop();
  }
}
