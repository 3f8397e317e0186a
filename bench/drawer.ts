import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { zipSync } from 'fflate';
import { CHROMIUM } from '../e2e/chromium';
import { TestServer } from '../e2e/server';
import { framesASecond, turnWheel } from './frames';
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
    const cdp = await page.context().newCDPSession(page);
    const frames = await framesASecond(cdp, () => turnWheel(cdp, 450, 450, 90));
    line(
      `library of ${PARTS} footprints, scroll`,
      `${frames.toFixed(0)} frames a second of 50`,
      `taken in after ${taken} ms`,
    );
  } finally {
    await browser.close();
    await server.stop();
  }
}
