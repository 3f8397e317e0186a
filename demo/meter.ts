import type { AddressInfo } from 'node:net';
import { standInPowerMeter } from './power-stand-in';
import { standInMeter } from './stand-in';

/** node demo/dist/meter.js PORT [KEEP]: stand-in meters on this machine, the bench meter and the power meter; port 0 takes free ones, printed on the first line. */
const [, , port = '0', keep] = process.argv;
if (!/^\d{1,5}$/u.test(port)) throw new Error('the stand-in wants a port, 0 for a free one');
const bench = standInMeter(keep ?? null);
const power = standInPowerMeter();
const portOf = (server: typeof bench): number => (server.address() as AddressInfo).port;
bench.listen(Number(port), '127.0.0.1', () =>
  power.listen(port === '0' ? 0 : Number(port) + 1, '127.0.0.1', () =>
    process.stdout.write(`${portOf(bench)} ${portOf(power)}\n`),
  ),
);
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
// It belongs to the program that started it, and ends with it.
process.stdin.on('end', () => process.exit(0)).resume();
