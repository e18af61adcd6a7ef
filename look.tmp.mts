import { chromium } from '@playwright/test';
import { chromiumOptions, serveApp } from './scripts/chromium.ts';

const { address, server } = await serveApp(3220);
const b = await chromium.launch(chromiumOptions);
try {
  const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('pageerror', (e) => console.log('ERR', e.message));
  page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()));
  const shot = async (n: string) => {
    await page.waitForTimeout(700);
    await page.screenshot({ path: `/tmp/look-${n}.png` });
  };
  await page.goto(address + '/market?symbol=SK60');
  await page.waitForSelector('[data-testid=price-chart] path', { timeout: 60000 });
  await page.getByRole('textbox', { name: 'Draw' }).fill('50-day average; 14-day RSI');
  await page.getByLabel('Beside').fill('BILL');
  await page.getByLabel('Beside').fill('ABERK');
  await page.getByTestId('price-chart').hover({ position: { x: 300, y: 120 } });
  await shot('chart');
  await page.getByRole('tab', { name: 'Quality' }).click();
  await page.waitForTimeout(1500);
  await shot('quality');
  await page.getByRole('tab', { name: 'Universes' }).click();
  await page.waitForTimeout(800);
  await shot('universes');
  await page.getByRole('button', { name: 'New universe' }).click();
  await shot('maker');
  await page.getByRole('tab', { name: 'Feed' }).click();
  await page.waitForTimeout(1500);
  await shot('feed');
  await page.getByRole('tab', { name: 'Workspace' }).click();
  await shot('workspace');
} catch (e) {
  console.log(e);
} finally {
  await b.close();
  server.kill();
}
process.exit(0);
