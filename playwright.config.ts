import { defineConfig } from '@playwright/test';
import { chromiumOptions } from './scripts/chromium.ts';

const PORT = 3217;

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/kit/seeds.ts',
  // Every test has a browser of its own and depends on no other.
  fullyParallel: true,
  // Tests wait for states, each with its own patience; this only ends what waits for none.
  timeout: 900_000,
  // A state that is waited for comes in a second, or in a minute where the machine gives its time to others; this ends what hangs.
  expect: { timeout: 120_000 },
  workers: 2,
  reporter: process.env.PLATEAU_REPORTS
    ? [['list'], ['json', { outputFile: '.reports/browser.json' }]]
    : [['list']],
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: chromiumOptions,
  },
  webServer: {
    command: `npx next start -p ${PORT}`,
    cwd: 'apps/web',
    // The stand-in feed may be asked to be slow or to fail.
    env: { PLATEAU_TEST_FEED: '1' },
    url: `http://localhost:${PORT}/strategies`,
    timeout: 300_000,
    reuseExistingServer: false,
  },
});
