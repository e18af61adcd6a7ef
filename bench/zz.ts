import { mkdtempSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { chromiumOptions, serveApp } from '../scripts/chromium.ts';
import { addInstruments } from './many-instruments.ts';
const COUNT = Number(process.argv[2] ?? 2000);
const { address, server } = await serveApp(3218);
const context = await chromium.launchPersistentContext(mkdtempSync('/tmp/many-'), { ...chromiumOptions, viewport: { width: 1280, height: 800 } });
try {
  const page = context.pages()[0]!;
  page.setDefaultTimeout(300_000);
  context.on('console', (m) => console.log('   ', m.text()));
  await page.goto(`${address}/strategies`);
  const done = () => page.waitForSelector('[data-status=done] .recharts-area-curve');
  await done();
  let t = performance.now();
  await addInstruments(page, COUNT);
  console.log('added', ((performance.now() - t) / 1000).toFixed(1));
  await page.evaluate(`(async () => {
    const db = await new Promise((resolve) => { const r = indexedDB.open('plateau'); r.onsuccess = () => resolve(r.result); });
    const tx = db.transaction(['universes', 'workplaces' in {} ? 'x' : 'universes'], 'readwrite');
    const all = await new Promise((resolve) => { const r = tx.objectStore('universes').getAll(); r.onsuccess = () => resolve(r.result); });
    const members = Array.from({ length: ${COUNT} }, (_x, k) => ({ symbol: 'M' + String(k + 1).padStart(4, '0') }));
    tx.objectStore('universes').put({ ...all[0], id: 'all-walks', name: 'All walks', members });
    await new Promise((resolve) => { tx.oncomplete = resolve; });
    db.close();
  })()`);
  await page.reload();
  await done();
  await page.locator('[data-field=universe]').getByRole('combobox').click();
  await page.keyboard.type('All walks');
  await page.getByRole('option').first().click();
  t = performance.now();
  await page.waitForSelector('[data-status=running]');
  await done();
  console.log('first run on all', ((performance.now() - t) / 1000).toFixed(1));
  await page.waitForTimeout(3000);
  for (let k = 0; k < 3; k++) {
    t = performance.now();
    await page.reload();
    await done();
    console.log('reload', ((performance.now() - t) / 1000).toFixed(1));
    await page.waitForTimeout(1500);
  }
  for (const panel of ['market', 'market?panel=quality', 'market?panel=universes', 'strategies']) {
    await page.goto(`${address}/${panel}`);
    await page.evaluate(`window.tasks = []; new PerformanceObserver((list) => { for (const { duration, startTime } of list.getEntries()) if (duration > 100) window.tasks.push(Math.round(startTime) + ':' + Math.round(duration)); }).observe({ type: 'longtask', buffered: true });`);
    await page.waitForTimeout(8000);
    console.log(panel, await page.evaluate('window.tasks.join(", ")'));
  }
} finally { await context.close(); server.kill(); }
