import 'reflect-metadata';
import type { AddressInfo } from 'node:net';
import { buildApp } from './build-app';
import { startSentence } from './errors/start-failure';
import { readSettings } from './settings';

const settings = readSettings(process.env);
try {
  const app = await buildApp(settings);
  // This machine only, since there is no login; with ZEBBIT_LAN phones too, who reach nothing but the picture page (lan-guard).
  const host = settings.lan ? (process.env['ZEBBIT_BIND'] ?? '0.0.0.0') : '127.0.0.1';
  await app.init();
  const http = app.getHttpServer();
  // Listened to here: the framework would print its own words, too, when the port is taken.
  await new Promise<void>((resolve, reject) => {
    http.once('error', reject);
    http.listen(settings.port, host, resolve);
  });
  const { port } = http.address() as AddressInfo;
  process.stdout.write(`Zebbit serves on http://127.0.0.1:${port}\n`);
} catch (error) {
  process.stderr.write(`${startSentence(error, settings.home, settings.port)}\n`);
  process.exit(1);
}
