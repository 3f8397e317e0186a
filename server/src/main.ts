import 'reflect-metadata';
import { buildApp } from './build-app';
import { startSentence } from './errors/start-failure';
import { readSettings } from './settings';

const settings = readSettings(process.env);
try {
  const app = await buildApp(settings);
  // This machine only, since there is no login; with ZEBBIT_LAN phones too, who reach nothing but the picture page (lan-guard).
  await app.listen(settings.port, settings.lan ? (process.env['ZEBBIT_BIND'] ?? '0.0.0.0') : '127.0.0.1');
  process.stdout.write(
    `Zebbit serves on ${(await app.getUrl()).replace('[::1]', '127.0.0.1').replace('0.0.0.0', '127.0.0.1')}\n`,
  );
} catch (error) {
  process.stderr.write(`${startSentence(error, settings.home, settings.port)}\n`);
  process.exit(1);
}
