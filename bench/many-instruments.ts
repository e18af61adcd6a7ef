// A store with thousands of instruments of 20 years, written into a page's database, and how soon the app opens with it.

import type { Page } from '@playwright/test';

/** Adds random walks M0001, M0002, … to the open page's store, some with a jump or missing days. */
export async function addInstruments(page: Page, count: number): Promise<void> {
  await page.evaluate(`(${ADD})(${count})`);
}

/** Milliseconds from loading Market to its list and a chart. */
export async function openMarket(page: Page, address: string, total: number): Promise<number> {
  const started = performance.now();
  await page.goto(`${address}/market?symbol=M0001`);
  await page.waitForSelector(`text="${total.toLocaleString('en')} of ${total.toLocaleString('en')}"`);
  await page.waitForSelector('[data-testid=price-chart] path');
  return performance.now() - started;
}

// A text, not a function: the loader that runs this file would put its own helpers into one.
const ADD = `async (count) => {
  const db = await new Promise((resolve, reject) => {
    const request = indexedDB.open('plateau');
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
  const first = Date.UTC(2005, 0, 3) / 86400000;
  const days = [];
  for (let day = first; days.length < 5200; day++) if ((day + 3) % 7 < 5) days.push(day);
  let state = 12345;
  const uniform = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
  for (let from = 0; from < count; from += 50) {
    const change = db.transaction(['listings', 'blocks'], 'readwrite');
    for (let k = from; k < Math.min(count, from + 50); k++) {
      const symbol = 'M' + String(k + 1).padStart(4, '0');
      const own = k % 40 === 7 ? days.filter((_day, i) => i < 900 || i > 930) : days;
      const n = own.length;
      const offset = 8 + Math.ceil(n / 2) * 8;
      const block = new ArrayBuffer(offset + 5 * n * 8);
      new Uint32Array(block, 0, 2).set([n, 0]);
      new Int32Array(block, 8, n).set(own);
      const [open, high, low, close, volume] = [0, 1, 2, 3, 4].map((c) => new Float64Array(block, offset + c * n * 8, n));
      let price = 20 + 60 * uniform();
      for (let i = 0; i < n; i++) {
        open[i] = price;
        price = Math.max(1, price * (1 + 0.03 * (uniform() - 0.4985)));
        if (k % 50 === 3 && i === 2000) price /= 2;
        if (k % 50 === 3 && i === 2000) open[i] = price;
        close[i] = price;
        high[i] = Math.max(open[i], price) * 1.004;
        low[i] = Math.min(open[i], price) * 0.996;
        volume[i] = Math.round(1e5 * (0.5 + uniform()));
      }
      const id = 'many/' + symbol;
      change.objectStore('blocks').put({ id, block });
      change.objectStore('listings').put({
        symbol, name: 'Walk ' + (k + 1), kind: 'imported', group: 'Walks', source: 'files', block: id,
        first: own[0], last: own[n - 1], count: n,
      });
    }
    await new Promise((resolve, reject) => {
      change.oncomplete = resolve;
      change.onerror = () => reject(change.error);
    });
  }
  db.close();
}`;
