import { EMPTY_BOARD, twoClicks } from '@zebbit/core';
import type { Board, Component } from '@zebbit/core';
import type { JobBundle, PhotoEntry } from '@zebbit/contract';
import type { CDPSession } from '@playwright/test';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { CHROMIUM } from '../e2e/chromium';
import { TestServer } from '../e2e/server';
import { framesASecond, turnWheel } from './frames';
import { line } from './measure';

const [WIDE, HIGH] = [4000, 3000];
const MARKS = 2000;

async function bigBoard(url: string): Promise<string> {
  const send = async <T>(method: string, path: string, body: unknown): Promise<T> => {
    const r = await fetch(url + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!r.ok) throw new Error(`${path}: ${await r.text()}`);
    return (await r.json()) as T;
  };
  const job = await send<JobBundle>('POST', '/api/jobs', { name: 'Two thousand marks' });
  const noise = await sharp({
    create: {
      width: WIDE / 4,
      height: HIGH / 4,
      channels: 3,
      background: '#245',
      noise: { type: 'gaussian', mean: 120, sigma: 40 },
    },
  })
    .png()
    .toBuffer();
  const picture = await sharp(noise).resize(WIDE, HIGH, { fit: 'fill' }).jpeg({ quality: 90 }).toBuffer();
  const form = new FormData();
  form.set('use', 'board');
  form.set('caption', '');
  form.set('photo', new Blob([new Uint8Array(picture)], { type: 'image/jpeg' }), 'a.jpg');
  const photo = (await (
    await fetch(`${url}/api/jobs/${job.id}/photos`, { method: 'POST', body: form })
  ).json()) as PhotoEntry;
  const components = Array.from({ length: MARKS / 2 }, (_, i): Component => {
    const [x, y] = [4 + 2.3 * (i % 40), 4 + 2.7 * Math.floor(i / 40)];
    return {
      id: `R${i + 1}`,
      name: `R${i + 1}`,
      kind: 'resistor',
      face: 'top',
      package: '0402',
      heatShy: false,
      value: null,
      terminals: [0, 1].map((n) => ({
        id: `R${i + 1}.${n + 1}`,
        name: String(n + 1),
        at: { x: x + 1.02 * n, y },
      })),
    };
  });
  const board: Board = {
    ...EMPTY_BOARD,
    family: 'micro-b',
    faces: [
      {
        face: 'top',
        photoId: photo.id,
        widthPx: WIDE,
        heightPx: HIGH,
        name: 'overview',
        measure: twoClicks({ x: 0, y: 0 }, { x: WIDE, y: 0 }, 100),
        shown: true,
        opacity: 1,
      },
    ],
    components,
  };
  await send('PUT', `/api/jobs/${job.id}/board`, { rev: job.revs.board, body: board });
  return job.id;
}

/** Drags the plate about for two seconds. */
async function drag(cdp: CDPSession): Promise<void> {
  const start = Date.now();
  const mouse = (
    type: 'mousePressed' | 'mouseMoved' | 'mouseReleased',
    x: number,
    y: number,
  ): Promise<unknown> =>
    cdp.send('Input.dispatchMouseEvent', {
      type,
      x,
      y,
      button: 'left',
      ...(type === 'mouseMoved' ? { buttons: 1 } : { clickCount: 1 }),
    });
  await mouse('mousePressed', 500, 760 - 40);
  for (let i = 0; Date.now() - start < 2000; i += 1)
    await mouse('mouseMoved', 500 + 120 * Math.sin(i / 12), 600 + 80 * Math.cos(i / 9));
  await mouse('mouseReleased', 500, 600);
}

/** Pan and zoom over 2,000 marks on 12 megapixels, frames counted by the browser itself (DevTools protocol). Wanted: 50 a second, first mark within 1 s. */
export async function benchPlate(): Promise<void> {
  const server = await TestServer.start();
  const browser = await chromium.launch(CHROMIUM);
  try {
    const id = await bigBoard(server.url);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(server.url);
    // Straight to the plate; the code is in the browser's store after the first page.
    await page.goto(`${server.url}/jobs/${id}/take-in`);
    await page.getByRole('link', { name: /^Look over/ }).waitFor();
    const begun = Date.now();
    await page.getByRole('link', { name: /^Look over/ }).click();
    await page.getByRole('button', { name: 'R1 1' }).waitFor();
    const first = Date.now() - begun;
    await page.getByRole('button', { name: `R${MARKS / 2} 2` }).waitFor();
    await page.waitForTimeout(1500);
    const cdp = await page.context().newCDPSession(page);
    for (const what of ['pan', 'zoom'] as const) {
      const frames = await framesASecond(cdp, () =>
        what === 'pan' ? drag(cdp) : turnWheel(cdp, 500, 420, 12),
      );
      line(
        `plate, ${MARKS} marks on 12 megapixels, ${what}`,
        `${frames.toFixed(0)} frames a second of 50`,
        what === 'pan' ? `first mark after ${first} ms of 1000` : '',
      );
      await page.waitForTimeout(800);
    }
  } finally {
    await browser.close();
    await server.stop();
  }
}
