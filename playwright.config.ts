import { defineConfig } from '@playwright/test';
import { surroundings } from './e2e/kit/surroundings.ts';
import { chromiumOptions } from './scripts/chromium.ts';
import { patience, patienceForTest } from './testing/patience.ts';

const PORT = 3217;

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/kit/seeds.ts',
  // No test depends on another.
  fullyParallel: true,
  timeout: patienceForTest,
  expect: { timeout: patience },
  workers: 2,
  reporter: process.env.PLATEAU_REPORTS
    ? [['list'], ['json', { outputFile: '.reports/browser.json' }]]
    : [['list']],
  use: {
    ...surroundings,
    baseURL: `http://localhost:${PORT}`,
    launchOptions: chromiumOptions,
  },
  webServer: {
    command: `npx next start -p ${PORT}`,
    cwd: 'apps/web',
    // The stand-in feed may be asked to be slow or to fail.
    env: { PLATEAU_TEST_FEED: '1', PLATEAU_MARKET: 'small' },
    url: `http://localhost:${PORT}/strategies`,
    timeout: patience,
    reuseExistingServer: false,
  },
});
