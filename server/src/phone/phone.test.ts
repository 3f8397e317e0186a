import 'reflect-metadata';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, get as httpGet } from 'node:http';
import { connect } from 'node:net';
import type { AddressInfo, Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { JobBundle, PhoneLink } from '@zebbit/contract';
import sharp from 'sharp';
import request from 'supertest';
import { buildApp } from '../build-app';
import { admit, lanAddresses } from './lan-guard';
import { PhoneService } from './phone.service';

let app: NestExpressApplication;
let home: string;
let base: string;
let jobId: string;
let jpeg: Buffer;

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'zebbit-phone-'));
  app = await buildApp({ home, port: 0, webRoot: null, lan: true });
  await app.listen(0, '127.0.0.1');
  base = `http://127.0.0.1:${((app.getHttpServer() as Server).address() as AddressInfo).port}`;
  jobId = ((await request(base).post('/api/jobs').send({ name: 'Speaker' })).body as JobBundle).id;
  jpeg = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#274' } })
    .jpeg()
    .toBuffer();
});
afterAll(async () => {
  await app.close();
  rmSync(home, { recursive: true, force: true });
});

async function newToken(): Promise<string> {
  const link = (
    await request(base).post(`/api/jobs/${jobId}/phone-link`).send({ face: 'bottom' }).expect(201)
  ).body as PhoneLink;
  return link.urls[0]?.split('/').at(-1) ?? '';
}

describe('who may knock', () => {
  const own = ['192.168.1.20'];
  it.each([
    ['this machine by its name', '127.0.0.1', 'localhost:4173', 'PUT', '/api/jobs/x/board', true, true],
    ['this machine by a foreign name', '127.0.0.1', 'evil.example:4173', 'GET', '/api/jobs', true, false],
    [
      'the network while phones are not let in',
      '192.168.1.7',
      '192.168.1.20:4173',
      'GET',
      '/api/phone/abc',
      false,
      false,
    ],
    ['a phone opening its link', '192.168.1.7', '192.168.1.20:4173', 'GET', '/api/phone/abc', true, true],
    [
      'a phone sending before it has proved its link',
      '192.168.1.7',
      '192.168.1.20:4173',
      'POST',
      '/api/phone',
      true,
      false,
    ],
    ['a phone reading jobs', '192.168.1.7', '192.168.1.20:4173', 'GET', '/api/jobs', true, false],
    [
      'a phone asking for a link',
      '192.168.1.7',
      '192.168.1.20:4173',
      'POST',
      '/api/jobs/x/phone-link',
      true,
      false,
    ],
    ['a phone posting to a token', '192.168.1.7', '192.168.1.20:4173', 'POST', '/api/phone/abc', true, false],
    [
      'a phone climbing out of the page',
      '192.168.1.7',
      '192.168.1.20:4173',
      'GET',
      '/api/phone/../jobs',
      true,
      false,
    ],
    ['a phone by a foreign name', '192.168.1.7', 'evil.example', 'GET', '/api/phone/abc', true, false],
    ['the page itself', '192.168.1.7', '192.168.1.20:4173', 'GET', '/', true, false],
    ['a knock without a name', '192.168.1.7', '', 'GET', '/api/phone/abc', true, false],
  ])('%s', (_, remote, host, method, path, lan, ok) => {
    expect(admit({ remote, host, method, path }, lan, own).ok).toBe(ok);
  });
  it('a phone whose link is proved may send, and only there', () => {
    const knock = { remote: '192.168.1.7', host: '192.168.1.20:4173', method: 'POST', paired: true };
    expect(admit({ ...knock, path: '/api/phone' }, true, own).ok).toBe(true);
    expect(admit({ ...knock, path: '/api/jobs' }, true, own).ok).toBe(false);
  });
  it.each([
    ['a form of a foreign page', 'POST', 'https://evil.example', false],
    ['a page of another program on this machine', 'POST', 'http://127.0.0.1:8080', false],
    ['a page without a place', 'PUT', 'null', false],
    ['its own page', 'PUT', 'http://127.0.0.1:4173', true],
    ['a program, which names no page', 'DELETE', undefined, true],
    ['a foreign page that only asks', 'GET', 'https://evil.example', true],
  ])('%s', (_, method, origin, ok) => {
    const knock = { remote: '127.0.0.1', host: '127.0.0.1:4173', path: '/api/jobs', method, origin };
    expect(admit(knock, false, own).ok).toBe(ok);
  });
  it('an upload is refused before its body has come, when its link is not proved', async () => {
    const { port } = (app.getHttpServer() as Server).address() as AddressInfo;
    const answer = await new Promise<string>((resolve, reject) => {
      const socket = connect({ port, host: '127.0.0.1', localAddress: '127.0.0.2' }, () =>
        socket.write(
          `POST /api/phone HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Type: multipart/form-data; boundary=x\r\nContent-Length: 25000000\r\n\r\n--x`,
        ),
      );
      let heard = '';
      socket.setEncoding('utf8');
      socket.on('data', (text: string) => (heard += text));
      socket.on('close', () => resolve(heard));
      socket.on('error', reject);
    });
    expect(answer).toMatch(/^HTTP\/1\.1 410/);
  });
  it('lists no loopback among the addresses for phones', () => {
    expect(lanAddresses().filter((a) => a.startsWith('127.'))).toEqual([]);
  });
  it('holds on a real socket: from another address only the picture page answers', async () => {
    const status = (path: string): Promise<number> =>
      new Promise((resolve, reject) => {
        // 127.0.0.2 is this machine, but not the address that the guard calls home: it stands for a phone.
        httpGet(base + path, { localAddress: '127.0.0.2', agent: new Agent() }, (r) => {
          r.resume();
          resolve(r.statusCode ?? 0);
        }).on('error', reject);
      });
    expect(await status('/api/jobs')).toBe(403);
    expect(await status('/api/health')).toBe(403);
    expect(await status('/api/phone/nonsense')).toBe(410);
  });
  it('a foreign Host is refused over the wire', async () => {
    await request(base).get('/api/jobs').set('Host', 'evil.example').expect(403);
  });
});

describe('a phone', () => {
  it('opens its link once, sends pictures to that job, and the open job hears of it', async () => {
    const token = await newToken();
    const opened = await request(base).get(`/api/phone/${token}`).expect(200);
    expect(opened.text).toContain('Send it to the bench');
    const cookie = String(opened.headers['set-cookie']).split(';')[0] ?? '';
    expect(String(opened.headers['set-cookie'])).toMatch(/HttpOnly.*SameSite=Strict/i);
    const heard = new Promise<string>((resolve, reject) => {
      const asking = httpGet(`${base}/api/events`, (r) => {
        r.on('data', (chunk: Buffer) => {
          const text = chunk.toString();
          if (!text.includes('"kind":"photo"')) return;
          asking.destroy();
          resolve(text);
        });
        r.on('error', () => undefined);
        request(base)
          .post('/api/phone')
          .set('Cookie', cookie)
          .attach('photo', jpeg, 'board.jpg')
          .expect(201)
          .catch(reject);
      });
      asking.on('error', () => undefined);
    });
    expect(await heard).toContain('"caption":"from the phone"');
    await request(base).get(`/api/phone/${token}`).expect(410);
    const bundle = (await request(base).get(`/api/jobs/${jobId}`)).body as JobBundle;
    expect(bundle.photos).toHaveLength(1);
    // Laid on the face that the link was made for, by the record, with no page open.
    expect(bundle.documents.board.faces).toMatchObject([{ face: 'bottom', name: 'overview' }]);
    expect(bundle.revs.board).toBe(1);
  });
  it('is refused without a session, with a made-up one, and after ten minutes', async () => {
    await request(base).post('/api/phone').attach('photo', jpeg, 'board.jpg').expect(410);
    await request(base)
      .post('/api/phone')
      .set('Cookie', 'zebbit-phone=made-up')
      .attach('photo', jpeg, 'board.jpg')
      .expect(410);
    const service = app.get(PhoneService);
    const before = service.now;
    const token = await newToken();
    const late = await newToken();
    const cookie =
      String((await request(base).get(`/api/phone/${token}`).expect(200)).headers['set-cookie']).split(
        ';',
      )[0] ?? '';
    service.now = () => before() + 10 * 60_000 + 1;
    await request(base).get(`/api/phone/${late}`).expect(410);
    await request(base)
      .post('/api/phone')
      .set('Cookie', cookie)
      .attach('photo', jpeg, 'board.jpg')
      .expect(410);
    service.now = before;
  });
  it('is told in words when its picture is none', async () => {
    const opened = await request(base).get(`/api/phone/${await newToken()}`);
    const cookie = String(opened.headers['set-cookie']).split(';')[0] ?? '';
    const answer = await request(base)
      .post('/api/phone')
      .set('Cookie', cookie)
      .attach(
        'photo',
        Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
        'a.jpg',
      )
      .expect(400);
    expect(answer.text).toContain('not a picture Zebbit can read');
  });
  it('gets no link for a job that is not there', async () => {
    await request(base).post('/api/jobs/nothing/phone-link').send({ face: 'top' }).expect(404);
  });
});

describe('pictures that mean harm or are odd', () => {
  const send = (bytes: Buffer, name = 'a.jpg'): request.Test =>
    request(base)
      .post(`/api/jobs/${jobId}/photos`)
      .field('use', 'board')
      .field('caption', '')
      .attach('photo', bytes, name);
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('EXIF orientation %d comes out upright', async (orientation) => {
    // A picture whose stored top left corner is red once upright.
    const upright = await sharp({ create: { width: 40, height: 20, channels: 3, background: '#204080' } })
      .composite([
        { input: { create: { width: 10, height: 10, channels: 3, background: '#ff0000' } }, left: 0, top: 0 },
      ])
      .png()
      .toBuffer();
    // How each orientation is stored: the inverse of what a reader must do (EXIF 2.3, tag 0x0112): a turn, then a mirror.
    const [turn, mirror] = (
      [
        [0, ''],
        [0, 'flop'],
        [180, ''],
        [0, 'flip'],
        [270, 'flip'],
        [270, ''],
        [90, 'flip'],
        [90, ''],
      ] as const
    )[orientation - 1] ?? [0, ''];
    // Each step in a pipeline of its own, since one pipeline mirrors before it turns.
    const turned = await sharp(upright).rotate(turn).png().toBuffer();
    const stored = await (
      mirror === 'flip' ? sharp(turned).flip() : mirror === 'flop' ? sharp(turned).flop() : sharp(turned)
    )
      .png()
      .toBuffer();
    const tagged = await sharp(stored).withMetadata({ orientation }).jpeg({ quality: 95 }).toBuffer();
    const entry = (await send(tagged).expect(201)).body as { id: string; widthPx: number; heightPx: number };
    expect([entry.widthPx, entry.heightPx]).toEqual([40, 20]);
    const kept = (
      await request(base)
        .get(`/api/photos/${entry.id}`)
        .buffer(true)
        .parse((res, done) => {
          const parts: Buffer[] = [];
          res.on('data', (c: Buffer) => parts.push(c));
          res.on('end', () => done(null, Buffer.concat(parts)));
        })
    ).body as Buffer;
    const { data } = await sharp(kept).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    expect(data[0]).toBeGreaterThan(180);
    expect((await sharp(kept).metadata()).orientation ?? 1).toBe(1);
  });
  it('a CMYK JPEG comes out in RGB', async () => {
    const cmyk = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#c03020' } })
      .toColourspace('cmyk')
      .jpeg()
      .toBuffer();
    expect((await sharp(cmyk).metadata()).space).toBe('cmyk');
    const entry = (await send(cmyk).expect(201)).body as { id: string };
    const kept = (
      await request(base)
        .get(`/api/photos/${entry.id}`)
        .buffer(true)
        .parse((res, done) => {
          const parts: Buffer[] = [];
          res.on('data', (c: Buffer) => parts.push(c));
          res.on('end', () => done(null, Buffer.concat(parts)));
        })
    ).body as Buffer;
    expect(await sharp(kept).metadata()).toMatchObject({ space: 'srgb', channels: 3 });
  });
  it('a picture that is another file as well loses the other file', async () => {
    const both = Buffer.concat([jpeg, Buffer.from('<script>alert(document.domain)</script>PK\u0003\u0004')]);
    const entry = (await send(both).expect(201)).body as { id: string };
    const answer = await request(base).get(`/api/photos/${entry.id}`).buffer(true);
    expect((answer.body as Buffer).includes('<script>')).toBe(false);
    expect(answer.headers['content-type']).toBe('image/jpeg');
    expect(answer.headers['x-content-type-options']).toBe('nosniff');
  });
  it('a small file that unpacks to a huge picture is refused before it is unpacked', async () => {
    const bomb = await sharp({
      create: { width: 16_000, height: 12_000, channels: 3, background: '#000' },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(bomb.length).toBeLessThan(1_000_000);
    expect((await send(bomb, 'a.png').expect(400)).body).toMatchObject({
      code: 'too-many-pixels',
      path: 'photo',
    });
  }, 30_000);
  it('one pixel is kept, a wrong suffix does not matter, nothing is refused', async () => {
    const dot = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    expect((await send(dot, 'dot.gif').expect(201)).body).toMatchObject({ widthPx: 1, heightPx: 1 });
    expect((await send(Buffer.alloc(0)).expect(400)).body).toMatchObject({ code: 'empty', path: 'photo' });
    expect((await send(Buffer.from('MZ not a picture'), 'a.png').expect(400)).body).toMatchObject({
      code: 'not-a-photo',
    });
  });
});
