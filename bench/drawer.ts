import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { zipSync } from 'fflate';
import { CHROMIUM } from '../e2e/chromium';
import { TestServer } from '../e2e/server';
import { line } from './measure';

const HOME = '/usr/share/kicad/footprints';
const PARTS = 1000;

/** A library of a thousand parts: taken in, and scrolled with frames counted by the browser. Wanted: no stutter, 50 frames a second. */
export async function benchDrawer(): Promise<void> {
  const server = await TestServer.start();
  const browser = await chromium.launch(CHROMIUM);
  try {
    const files = readdirSync(HOME)
      .filter((f) => f.startsWith('Connector_'))
      .flatMap((f) => readdirSync(join(HOME, f)).map((n) => `${f}/${n}`))
      .slice(0, PARTS);
    const zip = zipSync(
      Object.fromEntries(files.map((f) => [f, new Uint8Array(readFileSync(join(HOME, f)))])),
    );
    const form = new FormData();
    form.append('files', new Blob([new Uint8Array(zip)]), 'thousand.zip');
    const begun = Date.now();
    const answer = await fetch(`${server.url}/api/parts/import`, { method: 'POST', body: form });
    await answer.text();
    const taken = Date.now() - begun;
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${server.url}/library`);
    await page.getByText(/^10\d\d parts$/).waitFor();
    await page.waitForTimeout(1500);
    // The page's own frames, while the list is moved by over two rows a frame, down and up again.
    const { frames, longest } = await page.evaluate(async () => {
      const box = document.querySelector('ul[aria-label="Parts"]')?.parentElement;
      if (!box) throw new Error('there is no list of parts');
      const begun = performance.now();
      let [n, last, longest] = [0, begun, 0];
      while (performance.now() - begun < 3000) {
        box.scrollTop += n % 160 < 80 ? 120 : -120;
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const now = performance.now();
        longest = Math.max(longest, now - last);
        last = now;
        n += 1;
      }
      return { frames: n / ((performance.now() - begun) / 1000), longest };
    });
    line(
      `library of ${PARTS} footprints, scroll`,
      `${frames.toFixed(0)} frames a second of 50`,
      `longest ${longest.toFixed(0)} ms`,
      `taken in after ${taken} ms`,
    );
  } finally {
    await browser.close();
    await server.stop();
  }
}
