import { mkdir, readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium';
import { PICTURES } from './pictures';

/** Draws every picture with Chromium, in the font that the application ships, into demo/pictures. */
const folder = join(dirname(dirname(fileURLToPath(import.meta.url))), 'pictures');
const font = createRequire(import.meta.url).resolve(
  '@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2',
);
const face = `@font-face{font-family:'JetBrains Mono Variable';font-weight:100 800;src:url(data:font/woff2;base64,${(await readFile(font)).toString('base64')})}`;
await mkdir(folder, { recursive: true });
const browser = await chromium.launch(CHROMIUM);
const page = await browser.newPage();
for (const [name, { svg, widthPx: width, heightPx: height }] of Object.entries(PICTURES)) {
  await page.setViewportSize({ width, height });
  await page.setContent(`<style>${face}body{margin:0}svg{display:block}</style>${svg}`);
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  await page.screenshot({ path: join(folder, name), type: 'jpeg', quality: 88 });
  process.stdout.write(`${name} ${width} x ${height}\n`);
}
await browser.close();
