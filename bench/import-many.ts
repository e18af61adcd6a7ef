// Thousands of files at once, and a run on all that came of them. Needs a built app (npm run build).
// node --import tsx bench/import-many.ts [COUNT]

import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { barsCsv } from '@plateau/files';
import { chromium, type Page } from '@playwright/test';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { chromiumOptions, serveApp } from '../scripts/chromium.ts';
import { benchMarket } from './market.ts';
import { processorTime, stolenSince, stolenText } from './stolen.ts';

const PORT = 3218;
/** Longest task of the main thread that one does not feel, in milliseconds. */
const LONG = 100;

/** A zip of one CSV an instrument. @returns its symbols */
async function writeZip(file: string, count: number): Promise<readonly string[]> {
  const { market } = benchMarket(count);
  const out = createWriteStream(file);
  const zip = new Zip((_error, piece) => out.write(piece));
  for (const [symbol, bars] of market) {
    const entry = new ZipDeflate(`${symbol}.csv`, { level: 1 });
    zip.add(entry);
    entry.push(strToU8(barsCsv(bars)), true);
  }
  zip.end();
  await new Promise((resolve) => out.end(resolve));
  return [...market.keys()];
}

async function seconds(work: () => Promise<unknown>): Promise<number> {
  const started = performance.now();
  await work();
  return (performance.now() - started) / 1000;
}

/** Notes every task of the main thread that is felt. */
const watchTasks = (page: Page) =>
  page.evaluate(`
    window.tasks = [];
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) if (duration > ${LONG}) window.tasks.push(Math.round(duration));
    }).observe({ type: 'longtask' });
  `);

const count = Number(process.argv[2] ?? 2000);
const scratch = mkdtempSync(join(tmpdir(), 'plateau-import-'));
const file = join(scratch, 'many.zip');
const symbols = await writeZip(file, count);
console.log(`${symbols.length} files, ${Math.round(statSync(file).size / 1e6)} MB packed`);
const { address, server } = await serveApp(PORT);
const context = await chromium.launchPersistentContext(join(scratch, 'profile'), {
  ...chromiumOptions,
  viewport: { width: 1280, height: 800 },
});
try {
  const page = context.pages()[0] ?? (await context.newPage());
  page.setDefaultTimeout(600_000);
  await page.goto(`${address}/market?panel=import`);
  await page.getByRole('button', { name: 'Choose files' }).waitFor();
  await watchTasks(page);
  const importing = processorTime();
  const looked = await seconds(async () => {
    await page.locator('input[type=file]').setInputFiles(file);
    await page.getByRole('button', { name: /^Read [\d,]+ files/ }).waitFor();
  });
  const read = await seconds(async () => {
    await page.getByRole('button', { name: /^Read [\d,]+ files/ }).click();
    await page.getByRole('button', { name: 'Import more' }).waitFor();
  });
  console.log(
    `looked at in ${looked.toFixed(1)} s, read and kept in ${read.toFixed(1)} s${stolenText(stolenSince(importing))}`,
  );
  console.log(`tasks over ${LONG} ms meanwhile: ${await page.evaluate('window.tasks.join(", ")')}`);

  await page.goto(`${address}/market?panel=universes`);
  await page.getByRole('button', { name: 'New universe' }).click();
  await page
    .getByRole('form', { name: 'New universe' })
    .getByLabel('Name', { exact: true })
    .fill('All walks');
  await page.getByRole('radio', { name: 'By symbols' }).click();
  await page.getByRole('textbox', { name: /^Symbols/ }).fill(symbols.filter((s) => s !== 'KIX').join('\n'));
  await page.getByRole('button', { name: /^Make a universe of/ }).click();
  await page.getByLabel('Name of the universe All walks').waitFor();
  await page.goto(`${address}/strategies`);
  const done = () => page.waitForSelector('[data-status=done] .recharts-area-curve');
  await done();
  await page.locator('[data-field=universe]').getByRole('combobox').click();
  await page.keyboard.type('All walks');
  await page.getByRole('option').first().click();
  await page.waitForSelector('[data-status=running]');
  await done();
  await page.waitForTimeout(3000);
  for (let k = 0; k < 3; k++) {
    const loading = processorTime();
    const loaded = await seconds(async () => {
      await page.reload();
      await done();
    });
    const stolen = stolenText(stolenSince(loading));
    console.log(`a run on all of them, from loading the page to its curve: ${loaded.toFixed(1)} s${stolen}`);
    await page.waitForTimeout(2000);
  }
  for (const panel of ['quality', 'universes']) {
    await page.goto(`${address}/market?panel=${panel}`);
    await watchTasks(page);
    await page.waitForTimeout(8000);
    console.log(
      `${panel}: tasks over ${LONG} ms: ${(await page.evaluate('window.tasks.join(", ")')) || 'none'}`,
    );
  }
} finally {
  await context.close();
  server.kill();
  rmSync(scratch, { recursive: true, force: true });
}
