import { defineConfig } from '@playwright/test';
import { chromiumOptions } from './scripts/chromium.ts';

const PORT = 3217;

export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: 20_000 },
  workers: 1,
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
    url: `http://localhost:${PORT}/strategies`,
    timeout: 60_000,
    reuseExistingServer: false,
  },
});
