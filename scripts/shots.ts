// npm run shots: remakes docs/screenshots from the demo market through Chromium. Needs a built app (npm run build).

import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { chromiumOptions, serveApp } from './chromium.ts';

const PORT = 3219;
const root = join(import.meta.dirname, '..');
const folder = join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });

const { address, server } = await serveApp(PORT);

async function typeRule(page: Page, name: string, text: string): Promise<void> {
  await page.getByRole('textbox', { name }).click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
  await page.keyboard.press('Escape');
}

try {
  const browser = await chromium.launch(chromiumOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const done = () => page.waitForSelector('[data-status=done] .recharts-area-curve', { timeout: 60_000 });
  const shot = async (name: string) => {
    await page.waitForTimeout(500);
    await page.screenshot({ path: join(folder, `${name}.png`) });
  };
  await page.goto(`${address}/strategies`);
  await page.waitForSelector('text=/[2-9]\\d of 173/');
  await shot('first-start');
  await done();
  await page.waitForTimeout(3000);
  await shot('strategies-blocks');
  await page.getByRole('radio', { name: 'text' }).click();
  await typeRule(page, 'Exit when', 'close < 100-day average');
  await page.waitForTimeout(3500);
  await done();
  await page.getByTestId('equity-chart').hover({ position: { x: 420, y: 120 } });
  await shot('strategies');
  await page.mouse.move(5, 5);
  await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
  await shot('strategies-shelf');
  await page.getByRole('button', { name: 'Back to the sheet' }).click();
  await page.getByRole('tab', { name: /^Logbook/ }).click();
  await page.waitForSelector('text=2 variants tried');
  await shot('strategies-logbook');
  await page.getByRole('tab', { name: 'Each alone' }).click();
  await page.getByRole('button', { name: 'Run on each alone' }).click();
  await page.waitForSelector('text=the rules beat holding');
  await page.getByRole('textbox', { name: 'Out-of-sample from' }).fill('2019-01-01');
  await page.waitForSelector('text=Never opened so far');
  await page.waitForTimeout(4000);
  await page.getByRole('textbox', { name: 'Out-of-sample from' }).fill('');
  await done();
  await page.getByRole('button', { name: 'Night map' }).click();
  await page.getByRole('tab', { name: 'Each alone' }).click();
  await page.getByTestId('alone-together').waitFor();
  await shot('strategies-night');
  await page.getByRole('button', { name: 'Day map' }).click();
  await page.getByRole('tab', { name: 'Trades' }).click();
  await done();
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await page.getByRole('link', { name: 'Open its report' }).click();
  await page.waitForSelector('[data-testid=report][data-ready=true]');
  await page.goto(`${address}/strategies`);
  await done();
  await page.getByLabel('Slots', { exact: true }).fill('5');
  await page.getByLabel('Name of the sheet').fill('Five slots');
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await page.getByRole('link', { name: 'Open its report' }).click();
  await page.waitForSelector('[data-testid=report][data-ready=true]');
  await page.waitForTimeout(1500);
  await shot('runs');
  await page.getByRole('columnheader', { name: 'Profit' }).getByRole('button').click();
  await page
    .getByRole('table', { name: 'Trades', exact: true })
    .getByRole('row')
    .nth(1)
    .getByRole('button')
    .click();
  await page.waitForSelector('[data-testid=trade][data-ready=true]');
  await page.waitForTimeout(800);
  await shot('runs-trade');
  await page.getByTestId('trade').getByRole('button').first().click();
  await page.waitForSelector('[data-testid=day][data-day]');
  await page.keyboard.press('Escape');
  for (const box of await page.getByRole('checkbox', { name: /^Side by side/ }).all()) await box.click();
  await page.waitForSelector('section[data-ready=true]');
  await shot('runs-beside');
  await page.goto(`${address}/market?symbol=SK60`);
  await page.waitForSelector('[data-testid=price-chart] path');
  await page.waitForSelector('text=every check passed');
  await page.getByTestId('price-chart').hover({ position: { x: 420, y: 120 } });
  await shot('market');
  await page.getByRole('tab', { name: 'Universes' }).click();
  await page.waitForSelector('text=spells of membership');
  await page.getByRole('slider', { name: 'Members by day' }).waitFor();
  await shot('market-universes');
  await page.getByRole('tab', { name: 'Quality' }).click();
  await page.waitForSelector('text=have findings');
  const answered = async (study: string): Promise<void> => {
    await page.goto(`${address}/studies`);
    await page.getByRole('button', { name: `Begin “${study}”` }).click();
    await page.waitForURL(/study=/);
    const answer = page.locator('[data-condition=found]');
    if (!study.startsWith('Two')) await page.getByRole('button', { name: `Run ${study}` }).click();
    await answer.waitFor({ state: 'attached', timeout: 120_000 });
    await page.waitForTimeout(2500);
  };
  await answered('Dips, setting by setting');
  await page.mouse.move(5, 5);
  await shot('studies-terrain');
  await answered('Choosing as you go');
  await shot('studies-walk');
  await answered('After days of falling');
  await page.getByRole('button', { name: 'Night map' }).click();
  await shot('studies-edge');
  await answered('Two that came back, for a while');
  await shot('studies-pair');
  await page.getByRole('button', { name: 'Day map' }).click();
  await answered('Dips, nudged');
  await shot('studies-shake');
  await page.getByRole('link', { name: 'All studies' }).click();
  await page.waitForTimeout(800);
  await shot('studies');
  await page.goto(`${address}/blends`);
  const whole = () => page.waitForSelector('[data-whole=true]', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Open “Dips, new ground and bonds”' }).click();
  await whole();
  await page.getByRole('tab', { name: 'At work' }).click();
  await shot('blends');
  await page.goto(`${address}/runs`);
  await page.waitForSelector('[data-testid=report][data-ready=true]');
  await page.getByRole('button', { name: 'Follow …' }).click();
  await page.getByRole('button', { name: 'Follow it' }).click();
  const evening = () => page.waitForSelector('[data-testid=evening][data-ready=true]', { timeout: 60_000 });
  await evening();
  for (let k = 0; k < 16; k++) {
    const before = await page.getByRole('heading', { level: 2 }).innerText();
    await page.getByRole('button', { name: /^Next session/ }).click();
    await page.waitForFunction((text) => document.querySelector('h2')?.textContent !== text, before);
    await page.waitForSelector('[data-testid=up-to-date][data-busy=false]', { timeout: 60_000 });
    await evening();
    const goOn = page.getByRole('button', { name: 'Go on with the bars of now' });
    if ((await goOn.count()) > 0) await goOn.click();
  }
  await evening();
  await page.waitForTimeout(1000);
  await shot('runs-evening');
  await browser.close();
} finally {
  server.kill();
}
