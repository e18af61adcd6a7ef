import { defineConfig } from '@playwright/test';
import { fontsFile } from './e2e/kit/fonts.ts';
import { ADDRESSES, surroundings } from './e2e/kit/surroundings.ts';
import { chromiumOptions } from './scripts/chromium.ts';
import { patience, patienceForTest } from './testing/patience.ts';

const server = (market: keyof typeof ADDRESSES) => ({
  command: `node ../../node_modules/next/dist/bin/next start -p ${new URL(ADDRESSES[market]).port}`,
  cwd: 'apps/web',
  // The stand-in feed may be asked to be slow or to fail.
  env: { PLATEAU_TEST_FEED: '1', PLATEAU_MARKET: market },
  url: `${ADDRESSES[market]}/strategies`,
  timeout: patience,
  reuseExistingServer: false,
});

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
    baseURL: ADDRESSES.small,
    launchOptions: { ...chromiumOptions, env: { ...process.env, FONTCONFIG_FILE: fontsFile() } },
  },
  webServer: [server('small'), server('full')],
});
