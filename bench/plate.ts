import { EMPTY_BOARD, twoClicks } from '@zebbit/core';
import type { Board, Component } from '@zebbit/core';
import type { JobBundle, PhotoEntry } from '@zebbit/contract';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { CHROMIUM } from '../e2e/chromium';
import { TestServer } from '../e2e/server';
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

interface TraceEvent {
  readonly name: string;
  readonly ts: number;
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
      const events: TraceEvent[] = [];
      cdp.on('Tracing.dataCollected', (e) => events.push(...(e.value as unknown as TraceEvent[])));
      await cdp.send('Tracing.start', {
        categories: 'devtools.timeline.frame,disabled-by-default-devtools.timeline.frame',
        transferMode: 'ReportEvents',
      });
      const start = Date.now();
      if (what === 'pan') {
        await cdp.send('Input.dispatchMouseEvent', {
          type: 'mousePressed',
          x: 500,
          y: 760 - 40,
          button: 'left',
          clickCount: 1,
        });
        for (let i = 0; Date.now() - start < 2000; i += 1)
          await cdp.send('Input.dispatchMouseEvent', {
            type: 'mouseMoved',
            x: 500 + 120 * Math.sin(i / 12),
            y: 600 + 80 * Math.cos(i / 9),
            button: 'left',
            buttons: 1,
          });
        await cdp.send('Input.dispatchMouseEvent', {
          type: 'mouseReleased',
          x: 500,
          y: 600,
          button: 'left',
          clickCount: 1,
        });
      } else {
        // A wheel's turns are not waited for: each answer takes two frames of its own.
        const sent: Promise<unknown>[] = [];
        for (let i = 0; Date.now() - start < 2000; i += 1) {
          sent.push(
            cdp.send('Input.dispatchMouseEvent', {
              type: 'mouseWheel',
              x: 500,
              y: 420,
              deltaX: 0,
              deltaY: i % 60 < 30 ? -12 : 12,
            }),
          );
          await new Promise((resolve) => setTimeout(resolve, 8));
        }
        await Promise.all(sent);
      }
      const seconds = (Date.now() - start) / 1000;
      const done = new Promise((resolve) => cdp.once('Tracing.tracingComplete', resolve));
      await cdp.send('Tracing.end');
      await done;
      const frames = new Set(events.filter((e) => e.name === 'DrawFrame').map((e) => e.ts)).size;
      line(
        `plate, ${MARKS} marks on 12 megapixels, ${what}`,
        `${(frames / seconds).toFixed(0)} frames a second of 50`,
        what === 'pan' ? `first mark after ${first} ms of 1000` : '',
      );
      await page.waitForTimeout(800);
    }
  } finally {
    await browser.close();
    await server.stop();
  }
}
