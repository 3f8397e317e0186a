import { afterEach, describe, expect, it } from '@jest/globals';
import { createServer } from 'node:net';
import type { AddressInfo, Socket } from 'node:net';
import { PowerMeterService } from './power-meter.service';

const open: (() => void)[] = [];
afterEach(() => {
  for (const close of open.splice(0)) close();
});

/** A power meter that sends these pieces at once, and keeps what it is told. */
async function meter(pieces: readonly string[]) {
  const said: string[] = [];
  const sockets: Socket[] = [];
  const server = createServer((socket) => {
    sockets.push(socket);
    socket.on('error', () => undefined);
    socket.on('data', (text) => void said.push(text.toString()));
    for (const piece of pieces) socket.write(piece);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const service = new PowerMeterService();
  open.push(() => {
    service.disconnect();
    for (const s of sockets) s.destroy();
    server.close();
  });
  await service.connect('127.0.0.1', (server.address() as AddressInfo).port);
  return { service, said, hangUp: () => sockets.forEach((s) => s.destroy()), sockets };
}

/** Waits until something holds, looked at whenever the loop turns. */
async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((resolve) => setImmediate(resolve));
}

describe('a power meter over TCP', () => {
  it('keeps whole lines in order, however they are cut, and the head of their columns', async () => {
    const { service } = await meter(['time,volts,amps\n0,5.0', '1,0.4\r\n1,5.02,0.41\n2,5']);
    await until(() => service.state().count === 3);
    expect(service.lines(0).lines.map(([, line]) => line)).toEqual([
      'time,volts,amps',
      '0,5.01,0.4',
      '1,5.02,0.41',
    ]);
    expect(service.lines(2)).toMatchObject({ from: 2, lines: [[expect.any(Number), '1,5.02,0.41']] });
    expect(service.lines(9).lines).toEqual([]);
    expect(service.state()).toMatchObject({
      connected: true,
      head: 'time,volts,amps',
      scenes: [],
      trouble: null,
    });
  });
  it('a stand-in acts out what it offers, and nothing else', async () => {
    const { service, said } = await meter(['# stand-in power meter; scenes: healthy, flat cell\n']);
    await until(() => service.state().scenes.length === 2);
    service.scene('flat cell');
    await until(() => said.length > 0);
    expect(said.join('')).toBe('SCENE flat cell\n');
    expect(() => service.scene('fire')).toThrow(/no scene fire/);
  });
  it('a lost one is said, and what came stays readable', async () => {
    const { service, hangUp } = await meter(['0,5,0.4\n']);
    await until(() => service.state().count === 1);
    hangUp();
    await until(() => !service.state().connected);
    expect(service.state().trouble).toMatch(/has closed the link/);
    expect(service.lines(0).lines).toHaveLength(1);
    expect(() => service.scene('x')).toThrow(/No power meter/);
  });
  it('what sends no lines is none', async () => {
    const { service } = await meter(['x'.repeat(9000)]);
    await until(() => service.state().trouble !== null);
    expect(service.state()).toMatchObject({
      connected: false,
      trouble: expect.stringMatching(/sends no lines/),
    });
  });
  it('is looked for on this machine and its private network only', async () => {
    await expect(new PowerMeterService().connect('203.0.113.7', 80)).rejects.toThrow(
      /no address of this machine/,
    );
  });
});
