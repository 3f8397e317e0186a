import type { AddressInfo } from 'node:net';
import { standInMeter } from './stand-in';

/** node demo/dist/meter.js PORT [KEEP]: a stand-in meter on this machine; port 0 takes a free one, printed on the first line. */
const [, , port = '0', keep] = process.argv;
if (!/^\d{1,5}$/u.test(port)) throw new Error('the stand-in wants a port, 0 for a free one');
const server = standInMeter(keep ?? null);
server.listen(Number(port), '127.0.0.1', () => {
  process.stdout.write(`${(server.address() as AddressInfo).port}\n`);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
// It belongs to the program that started it, and ends with it.
process.stdin.on('end', () => process.exit(0)).resume();
