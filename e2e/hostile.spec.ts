import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { deflateSync, crc32, gzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import type { ApiFailure, JobBundle } from '@zebbit/contract';
import { TestServer } from './server';

/** Files and programs that mean harm, or mean nothing: the server answers everyone else meanwhile, and says what was wrong. */

let server: TestServer;
test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

/** Sends a form and asks after the server's health, over and over, until the form is answered; how often health was answered first. */
async function healthMeanwhile(
  url: string,
  form: FormData,
): Promise<{ readonly answer: Response; readonly healthy: number }> {
  const answered = new AbortController();
  const over = (): boolean => answered.signal.aborted;
  const answering = fetch(`${server.url}${url}`, { method: 'POST', body: form }).finally(() =>
    answered.abort(),
  );
  let healthy = 0;
  while (!over()) {
    const { ok } = await fetch(`${server.url}/api/health`);
    expect(ok).toBe(true);
    if (!over()) healthy += 1;
  }
  return { answer: await answering, healthy };
}
const blob = (bytes: Uint8Array | string): Blob => new Blob([bytes as BlobPart]);

/** Thirteen megabytes of a footprint that is well formed to its end. */
function hugeFootprint(): string {
  const pad = (n: number): string =>
    `(pad "${n}" smd rect (at ${n % 90} ${n % 70}) (size 1 1) (layers "F.Cu" "F.Mask"))\n`;
  const pads: string[] = [];
  for (let n = 0, bytes = 0; bytes < 13e6; n += 1) {
    pads.push(pad(n));
    bytes += pad(n).length;
  }
  return `(footprint "HUGE" (layer "F.Cu")\n${pads.join('')})`;
}

test('a footprint of 13 MB is read aside: health is answered meanwhile', async () => {
  const form = new FormData();
  form.append('files', blob(hugeFootprint()), 'huge.kicad_mod');
  const { answer, healthy } = await healthMeanwhile('/api/parts/import', form);
  expect(answer.status).toBeLessThan(500);
  expect(healthy).toBeGreaterThan(3);
  const said = await answer.text();
  expect(said).toMatch(/huge\.kicad_mod/);
});

/** A PNG whose header claims a size that its few bytes unpack to. */
function pngBomb(side: number): Uint8Array {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [length, crc] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    crc.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, crc]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(side, 0);
  header.writeUInt32BE(side, 4);
  header.set([1, 0, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc((side / 8 + 1) * 2000))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

test('a picture that unpacks to more than a board’s is refused by its header', async () => {
  const { id } = (await (
    await fetch(`${server.url}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Bombed' }),
    })
  ).json()) as JobBundle;
  for (const side of [30_000, 12_000]) {
    const form = new FormData();
    form.append('use', 'board');
    form.append('caption', '');
    form.append('photo', blob(pngBomb(side)), 'bomb.png');
    const { answer } = await healthMeanwhile(`/api/jobs/${id}/photos`, form);
    expect(answer.status).toBe(400);
    const failure = (await answer.json()) as ApiFailure;
    expect(failure.path).toBe('photo');
    expect(failure.message).toContain(`${(side * side) / 1e6} megapixels`);
  }
});

test('a second Zebbit on the same port says so in one sentence', async () => {
  const child = spawn(process.execPath, ['server/dist/main.js'], {
    env: { ...process.env, ZEBBIT_HOME: `${server.home}-second`, ZEBBIT_PORT: String(server.port) },
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (piece: Buffer) => (said += piece.toString()));
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
  rmSync(`${server.home}-second`, { recursive: true, force: true });
  expect(code).toBe(1);
  expect(said.trim()).toContain(`Port ${server.port} is in use`);
  expect(said).not.toMatch(/^\s+at /m);
  expect(said.trim().split('\n')).toHaveLength(1);
});

test('told to stop, it stops, with pages open that listen', async ({ page }) => {
  const own = await TestServer.start();
  const listens = page.waitForRequest((r) => r.url().endsWith('/api/events'));
  await page.goto(own.url);
  await listens;
  await page.waitForLoadState('load');
  // Resolves when its process has ended; one that waits for the page does not, and this test runs out of time.
  await own.end();
  await expect(fetch(`${own.url}/api/health`)).rejects.toThrow();
  await own.stop();
});

test('the first page is under 350 kB gzipped', () => {
  const page = readFileSync('web/dist/index.html');
  const files = [...page.toString().matchAll(/(?:src|href)="(\/assets\/[^"]+)"/g)].map(
    ([, file]) => file ?? '',
  );
  expect(files.length).toBeGreaterThan(2);
  const bytes = files.reduce(
    (sum, f) => sum + gzipSync(readFileSync(`web/dist${f}`)).length,
    gzipSync(page).length,
  );
  expect(bytes).toBeLessThan(350_000);
});
