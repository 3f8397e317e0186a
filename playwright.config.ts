import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/chromium';

/** The built application in Debian's Chromium; each spec starts its own server on a free port and a folder of its own. */
export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/global-setup.ts',
  workers: 2,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '.cache/playwright.json' }]],
  use: {
    // Nothing a person presses takes longer to be there.
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      ...CHROMIUM,
      // Chromium's made-up camera stands in for a real one.
      args: [...CHROMIUM.args, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
    },
  },
});
