import 'reflect-metadata';
import { buildApp } from './build-app';
import { readSettings } from './settings';

const settings = readSettings(process.env);
const app = await buildApp(settings);
// This machine only: there is no login.
await app.listen(settings.port, '127.0.0.1');
process.stdout.write(`Zebbit serves on ${(await app.getUrl()).replace('[::1]', '127.0.0.1')}\n`);
