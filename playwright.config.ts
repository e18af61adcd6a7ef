import { defineConfig } from '@playwright/test';

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
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `npx next start -p ${PORT}`,
    cwd: 'apps/web',
    url: `http://localhost:${PORT}/strategies`,
    timeout: 60_000,
    reuseExistingServer: false,
  },
});
