import { afterEach, describe, expect, it } from '@jest/globals';
import { createServer } from 'node:net';
import type { AddressInfo, Server } from 'node:net';
import { InstrumentsService } from './instruments.service';
import { LinkError } from './open-socket';
import { ScpiLink } from './scpi-link';

const open: { close: () => void }[] = [];

interface Peer {
  readonly port: number;
  readonly said: string[];
  readonly hangUp: () => void;
  /** Fulfilled once the other side has closed the link. */
  readonly closed: Promise<true>;
}

/** Something on a port that answers each line by a rule; `null` stays silent. */
function peer(answer: (line: string) => string | null): Promise<Peer> {
  const said: string[] = [];
  let tellClosed: (over: true) => void = () => undefined;
  const closed = new Promise<true>((resolve) => (tellClosed = resolve));
  const sockets = new Set<{ destroy: () => void }>();
  const server: Server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('utf8');
    socket.on('error', () => undefined);
    socket.on('close', () => tellClosed(true));
    socket.on('data', (text: string) => {
      for (const line of text.split('\n').filter(Boolean)) {
        said.push(line);
        const reply = answer(line);
        if (reply !== null) socket.write(reply);
      }
    });
  });
  const hangUp = (): void => sockets.forEach((s) => s.destroy());
  open.push({
    close: () => {
      hangUp();
      server.close();
    },
  });
  return new Promise((resolve) =>
    server.listen(0, '127.0.0.1', () =>
      resolve({ port: (server.address() as AddressInfo).port, said, hangUp, closed }),
    ),
  );
}

afterEach(() => {
  for (const one of open.splice(0)) one.close();
});

const bench = (reading: string, name = 'Oriel,Bench meter,7,2.1'): Promise<Peer> =>
  peer((line) => (line === '*IDN?' ? `${name}\r\n` : line === 'READ?' ? `${reading}\n` : null));

const meterAt = async (port: number): Promise<InstrumentsService> => {
  const service = new InstrumentsService();
  open.push({ close: () => service.disconnect() });
  await service.connect('127.0.0.1', port);
  return service;
};
const pair = { job: 'j1', red: 'R1.1', black: 'pour' };

describe('a bench meter over TCP', () => {
  it('says what it is, is set before it is asked, once for each mode, and reads', async () => {
    const { port, said } = await bench('+2.20100000E+01');
    const service = await meterAt(port);
    expect(service.state()).toMatchObject({
      connected: true,
      name: 'Oriel,Bench meter,7,2.1',
      standIn: false,
    });
    expect(await service.read({ ...pair, mode: 'ohms' })).toEqual({
      shown: { shown: 'value', value: 22.01 },
    });
    await service.read({ ...pair, mode: 'ohms' });
    expect(said).toEqual(['*IDN?', 'CONF:RES', 'READ?', 'READ?']);
  });
  it('over-range is OL, or open on continuity', async () => {
    const service = await meterAt((await bench('+9.90000000E+37')).port);
    expect(await service.read({ ...pair, mode: 'diode' })).toEqual({ shown: { shown: 'over', value: null } });
    expect(await service.read({ ...pair, mode: 'continuity' })).toEqual({
      shown: { shown: 'open', value: null },
    });
  });
  it('a figure that grows between two looks climbs', async () => {
    let n = 0;
    const { port } = await peer((line) =>
      line === '*IDN?' ? 'Oriel\n' : line === 'READ?' ? `${20_000 * 2 ** (n += 1)}\n` : null,
    );
    expect(await (await meterAt(port)).read({ ...pair, mode: 'ohms' })).toEqual({
      shown: { shown: 'climbs', value: null },
    });
  });
  it('only a stand-in is told where the tips rest', async () => {
    const { port, said } = await bench('1', 'Tollgate,Stand-in meter,0,1.0');
    await (await meterAt(port)).read({ ...pair, mode: 'ohms' });
    expect(said).toContain('SIM:TIPS "j1","R1.1","pour"');
  });
});

describe('what goes wrong is said, and nothing is given', () => {
  it('garbage names the line, closes the link and gives nothing', async () => {
    const { port, closed } = await bench('<html>');
    const service = await meterAt(port);
    await expect(service.read({ ...pair, mode: 'ohms' })).rejects.toMatchObject({
      failure: { code: 'meter-garbage', message: expect.stringContaining('<html>') },
    });
    expect(service.state()).toMatchObject({ connected: false, trouble: expect.stringContaining('<html>') });
    expect(await closed).toBe(true);
  });
  it('a link that is hung up is lost, with the reason on the ledge', async () => {
    const { port, hangUp } = await bench('1');
    const service = await meterAt(port);
    hangUp();
    await expect(service.read({ ...pair, mode: 'ohms' })).rejects.toMatchObject({
      failure: { code: 'meter-lost' },
    });
    expect(service.state()).toMatchObject({ connected: false, trouble: expect.any(String) });
  });
  it('nobody there, no meter there, an address far away', async () => {
    const service = new InstrumentsService();
    await expect(service.connect('127.0.0.1', 1)).rejects.toMatchObject({ failure: { code: 'meter-lost' } });
    await expect(service.connect('203.0.113.9', 5025)).rejects.toMatchObject({
      failure: { code: 'not-nearby', path: 'host' },
    });
    await expect(service.connect('example.com', 5025)).rejects.toMatchObject({ failure: { path: 'host' } });
    await expect(service.read({ ...pair, mode: 'ohms' })).rejects.toMatchObject({
      failure: { code: 'no-meter' },
    });
    const flood = await peer(() => 'x'.repeat(9000));
    await expect(service.connect('127.0.0.1', flood.port)).rejects.toMatchObject({
      failure: { code: 'meter-lost' },
    });
  });
  it('silence ends in a time-out', async () => {
    const { port } = await peer(() => null);
    const link = await ScpiLink.open('127.0.0.1', port, 40);
    await expect(link.ask('*IDN?')).rejects.toBeInstanceOf(LinkError);
    expect(link.closed?.message).toMatch(/did not answer/);
  });
  it('questions are asked one after the other', async () => {
    const { port, said } = await peer((line) => `${line} it is\n`);
    const link = await ScpiLink.open('127.0.0.1', port);
    open.push({ close: () => link.close() });
    expect(await Promise.all(['a?', 'b?', 'c?'].map((q) => link.ask(q)))).toEqual([
      'a? it is',
      'b? it is',
      'c? it is',
    ]);
    expect(said).toEqual(['a?', 'b?', 'c?']);
  });
});
