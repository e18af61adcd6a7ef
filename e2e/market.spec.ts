// The Market place in a real browser: the list, the chart, findings, files of every kind in, universes, the store's past.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Bars, dayFromIso, isoFromDay } from '@plateau/core';
import { barsCsv, barsParquet, barsXlsx, readTable } from '@plateau/files';
import { historyCsv } from '@plateau/skerry';
import type { Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { cases } from '../testing/cases.ts';
import { BY_NIGHT_AND_DAY } from './kit/axe.ts';
import { choose, pick } from './kit/fields.ts';
import { killTab } from './kit/tabs.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
let scratch: string;
test.beforeEach(({ page: own, scratch: folder }) => {
  page = own;
  scratch = folder;
});

const instruments = () => page.getByRole('table', { name: 'Instruments' });
const listed = (text: string) => expect(page.getByText(text, { exact: true })).toBeVisible();

const tab = (name: string) => page.getByRole('tab', { name, exact: true }).click();

async function openMarket(): Promise<void> {
  await page.goto('/market');
  await listed('33 of 33');
}

async function open(symbol: string): Promise<void> {
  await page.getByLabel('Search instruments').fill(symbol);
  await instruments().getByRole('button', { name: symbol, exact: true }).click();
  await expect(page.getByTestId('price-chart').locator('path').first()).toBeVisible();
}

async function importFiles(
  files: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0],
): Promise<void> {
  await page.getByLabel('Search instruments').fill('');
  await tab('Import');
  const again = page.getByRole('button', { name: 'Import more' });
  if (await again.isVisible()) await again.click();
  const input = page.locator('input[type=file]');
  // As the button does, so that the same file may be chosen twice.
  await input.evaluate((element) => {
    (element as HTMLInputElement).value = '';
  });
  await input.setInputFiles(files);
}
const read = () => page.getByRole('button', { name: /^Read \d/ }).click();
const imported = (text: string | RegExp) =>
  expect(page.getByRole('status').filter({ hasText: text })).toBeVisible();

async function downloadedCsv(): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

function barsOf(count: number, scale: number): Bars {
  const column = (offset: number) =>
    Float64Array.from({ length: count }, (_x, i) => scale * (10 + (i % 17) / 4 + offset));
  return {
    day: Int32Array.from({ length: count }, (_x, i) => (dayFromIso('2015-01-05') as number) + i),
    open: column(0),
    high: column(1),
    low: column(-1),
    close: column(0.5),
    volume: Float64Array.from({ length: count }, (_x, i) => 1000 + i),
  };
}

test('the list is searched; a chart zooms, is dragged, holds other lines and goes out as picture and workbook', async () => {
  await openMarket();
  await test.step('lists every instrument with its span and findings, and finds by any word', async () => {
    const chart = page.getByTestId('price-chart');
    await expect(chart.locator('path').first()).toBeVisible();
    // What is searched for is nothing to the chart beside the list: a letter draws the list alone.
    const changes = await chart.evaluateHandle((drawn) => {
      const seen: MutationRecord[] = [];
      new MutationObserver((more) => seen.push(...more)).observe(drawn, {
        subtree: true,
        childList: true,
        attributes: true,
      });
      return seen;
    });
    await page.getByLabel('Search instruments').fill('tide power stock');
    await expect(page.getByText(/^5 of 33$/)).toBeVisible();
    await expect(page).toHaveURL(/find=tide/);
    await page.getByLabel('Search instruments').fill('');
    await expect(page).not.toHaveURL(/find=/);
    expect(await changes.evaluate((seen) => seen.length)).toBe(0);
    await page.getByRole('columnheader', { name: 'Findings' }).getByRole('button').click();
    await expect(instruments().getByRole('row').nth(1).getByRole('cell').last()).not.toHaveText(/[…–]/);
  });
  await test.step('a chart zooms, moves, changes its bars, draws measures and goes to a day', async () => {
    await open('SK60');
    const bars = () => page.getByText(/\d{4}-\d\d-\d\d to \d{4}-\d\d-\d\d, \d+ bars/).innerText();
    const whole = await bars();
    expect(whole).toContain('220 bars');
    await page.getByRole('group', { name: /^Prices of/ }).focus();
    await page.keyboard.press('+');
    await expect.poll(bars).toContain('132 bars');
    await page.keyboard.press('ArrowLeft');
    await expect.poll(bars).not.toContain('2025-12-31');
    await page.getByTestId('price-chart').hover();
    await page.mouse.wheel(0, 400);
    await expect.poll(bars).not.toContain('132 bars');
    await page.getByLabel('Go to a day', { exact: true }).fill('2019-10-01');
    await expect.poll(bars).toContain('2019-');
    await page.getByRole('radio', { name: 'Weeks' }).click();
    await expect(page.getByRole('textbox', { name: 'Draw' })).toHaveValue('50-week average');
    await page.getByRole('textbox', { name: 'Draw' }).fill('10-week average; 20-week upper band at 2');
    await expect(page.getByTestId('price-chart').locator('.recharts-line')).toHaveCount(2);
    await page.getByRole('textbox', { name: 'Draw' }).fill('10-week avrage');
    await expect(page.getByRole('alert').filter({ hasText: 'Did you mean “average”?' })).toBeVisible();
  });
  await page.getByRole('radio', { name: 'Days' }).click();
  await test.step('a chart is dragged, holds another instrument and a measure on a scale of its own, and is saved', async () => {
    await page.getByRole('textbox', { name: 'Draw' }).fill('50-day average; 14-day RSI');
    await expect(page.getByTestId('under-chart').locator('.recharts-line')).toHaveCount(1);
    await expect(page.getByTestId('price-chart').locator('.recharts-line')).toHaveCount(1);
    await pick(page.getByLabel('Beside', { exact: true }), 'ABERK');
    await expect(page.getByTestId('price-chart').locator('.recharts-line')).toHaveCount(2);
    const box = await page.getByTestId('price-chart').boundingBox();
    if (!box) throw new Error('no chart');
    await page.mouse.move(box.x + 300, box.y + 150);
    await page.mouse.down();
    await page.mouse.move(box.x + 500, box.y + 150, { steps: 8 });
    await page.mouse.up();
    const shown = page.getByText(/\d{4}-\d\d-\d\d to \d{4}-\d\d-\d\d, \d+ bars/);
    await expect(shown).not.toContainText('2025-12-31');
    const [svg, png] = [await picture('As SVG'), await picture('As PNG')];
    expect(svg.toString()).toMatch(/^<svg .*<path/s);
    expect(svg.toString()).not.toContain('var(--');
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect(png.length).toBeGreaterThan(10_000);
  });
  await test.step('eight years of bars go out as a workbook that reads back as the CSV', async () => {
    const file = async (kind: string): Promise<Buffer> => {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name: kind, exact: true }).click();
      return readFileSync(await (await download).path());
    };
    const rows = async (kind: 'csv' | 'xlsx', bytes: Buffer): Promise<readonly (readonly string[])[]> => {
      const table = await readTable(kind, bytes);
      if (!table.ok) throw new Error(table.message);
      return table.rows.filter((row) => row.some((cell) => cell !== ''));
    };
    const csv = await rows('csv', await file('CSV'));
    expect(csv.length).toBeGreaterThan(2000);
    expect(await rows('xlsx', await file('XLSX'))).toEqual(csv);
  });
});

async function picture(kind: string): Promise<Buffer> {
  await page.getByRole('button', { name: 'The chart as a picture' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: kind }).click();
  return readFileSync(await (await download).path());
}

/** Columns under names that only the trader can tell. */
const MESSY_HEADER = 'Umsatz;Datum;Schluss;High;Low;Open';

async function nameMessyColumns(): Promise<void> {
  const layout = page.getByRole('region', { name: 'MESSY.csv', exact: true });
  await expect(layout).toContainText('Say which column is the close');
  await choose(layout.getByLabel('Column 1 is'), 'volume');
  await choose(layout.getByLabel('Column 3 is'), 'close');
}

test('messy CSV, XLSX, Parquet and a zip come in bar for bar, unsound rows are refused in a report', async () => {
  await openMarket();
  // The zip's table is large enough for a package to unpack it on a thread of its own, which the page's policy forbids.
  const [xlsx, parquet, zipped] = [barsOf(300, 1), barsOf(280, 2), barsOf(9000, 3)];
  const messy = [
    'Kelp of the outer reef',
    '',
    MESSY_HEADER,
    '"1.000";06.01.2020;10,5;11;9;10',
    '2.000;13.01.2020;11,5;12;10;11',
    '2.000;14.01.2020;11,5;9;10;11',
    'x;never;1;1;1;1',
  ].join('\r\n');
  await importFiles([
    { name: 'MESSY.csv', mimeType: 'text/csv', buffer: Buffer.from(messy, 'latin1') },
    { name: 'SHEET.xlsx', mimeType: 'application/octet-stream', buffer: Buffer.from(await barsXlsx(xlsx)) },
    { name: 'PARQ.parquet', mimeType: 'application/octet-stream', buffer: Buffer.from(barsParquet(parquet)) },
    {
      name: 'more.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from(
        zipSync({ 'in/ZIPPED.csv': strToU8(barsCsv(zipped)), 'readme.md': strToU8('hello') }),
      ),
    },
    { name: 'broken.xlsx', mimeType: 'application/octet-stream', buffer: Buffer.from('nonsense') },
  ]);
  await expect(page.getByText('more.zip: readme.md is no table')).toBeVisible();
  await expect(page.getByRole('region', { name: 'broken.xlsx' })).toContainText('the file is damaged');
  await nameMessyColumns();
  await read();
  await imported('4 instruments with 9,582 bars came into the market');
  await imported('2 rows were refused');
  await expect(page.getByRole('list', { name: 'Report' })).toContainText(
    'MESSY.csv, line 6, MESSY: refused, 2020-01-14: the high 9',
  );
  const report = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Report' }).click();
  expect(readFileSync(await (await report).path(), 'utf8')).toContain(
    'MESSY.csv,7,MESSY,refused,“never” is no date',
  );

  for (const [symbol, bars] of [
    ['SHEET', xlsx],
    ['PARQ', parquet],
    ['ZIPPED', zipped],
  ] as const) {
    await open(symbol);
    expect(await downloadedCsv()).toBe(barsCsv(bars));
  }
  await open('MESSY');
  expect(await downloadedCsv()).toBe(
    'Date,Open,High,Low,Close,Volume\n2020-01-06,10,11,9,10.5,1000\n2020-01-13,11,12,10,11.5,2000\n',
  );
});

test('a layout chosen once is remembered; what is here already is kept, replaced or merged', async () => {
  await openMarket();
  const messy = (...rows: string[]) => ({
    name: 'MESSY.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from([MESSY_HEADER, ...rows].join('\n')),
  });
  await importFiles([messy('1;06.01.2020;10,5;11;9;10', '2;13.01.2020;11,5;12;10;11')]);
  await nameMessyColumns();
  await read();
  await imported('1 instrument with 2 bars');
  const file = messy('5;20.01.2020;12,5;13;10;11');
  await importFiles([file]);
  await expect(page.getByText('(read as the last time)')).toBeVisible();
  await choose(page.getByLabel('Instruments already here'), 'keep');
  await read();
  await imported('Of those already here, 1 stayed as they were');
  await importFiles([file]);
  await choose(page.getByLabel('Instruments already here'), 'merge');
  await read();
  await imported('1 instrument with 3 bars');
});

/** How many instruments a long file has: 250 make a million rows. */
const LONG = Math.min(250, cases(160));

/** A file of 4,000 days an instrument. */
function longFile(): string {
  const path = join(scratch, 'long.csv');
  const days = Array.from({ length: 4000 }, (_x, i) => isoFromDay((dayFromIso('2010-01-04') as number) + i));
  const lines = ['Symbol,Date,Open,High,Low,Close,Volume'];
  for (let k = 0; k < LONG; k++) {
    for (let i = 0; i < 4000; i++)
      lines.push(`L${k},${days[i]},10,12,9,${10 + ((i * 7 + k) % 100) / 100},${i}`);
  }
  writeFileSync(path, `${lines.join('\n')}\n`);
  return path;
}

test('a long import can be killed with its tab, be stopped, and runs to its end', async () => {
  await openMarket();
  const path = longFile();
  await test.step('a tab killed in the middle of it leaves the store as it was', async () => {
    await importFiles(path);
    await read();
    await expect(page.getByRole('progressbar', { name: 'Files read' })).toBeVisible();
    page = await killTab(page);
    await openMarket();
  });
  await test.step('it can be stopped, and runs to its end', async () => {
    await importFiles(path);
    await read();
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByText('Nothing was imported; the store is as it was.')).toBeVisible();
    await page.getByRole('button', { name: 'Choose other files' }).click();
    await importFiles(path);
    await read();
    const rows = (4000 * LONG).toLocaleString('en');
    await imported(
      `${LONG} instruments with ${rows} bars came into the market, from ${rows} rows; 0 rows were refused`,
    );
    await listed(`${33 + LONG} of ${33 + LONG}`);
    await open('L37');
    const bars = (await downloadedCsv()).trim().split('\n').slice(1);
    expect(bars).toHaveLength(4000);
    bars.forEach((row, i) => {
      expect(row.endsWith(`,10,12,9,${10 + ((i * 7 + 37) % 100) / 100},${i}`)).toBe(true);
    });
  });
});

test('a universe of pasted symbols names the unknown, can be chosen on a sheet and deleted with undo', async () => {
  await openMarket();
  await tab('Universes');
  await page.getByRole('button', { name: 'New universe' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Mine');
  await page.getByRole('radio', { name: 'By symbols' }).check();
  await page.getByRole('textbox', { name: 'Symbols' }).fill('swell, BILL "SK60";GHOST');
  await expect(page.getByRole('alert').filter({ hasText: 'left out: GHOST' })).toBeVisible();
  await page.getByRole('button', { name: 'Make a universe of 3' }).click();
  const list = page.getByRole('list', { name: 'Universes' });
  await expect(list).toContainText('Mine');
  await expect(page.getByRole('region', { name: 'Mine' })).toContainText('No dates of membership');
  await page.getByRole('button', { name: 'Delete Mine' }).click();
  await expect(list).not.toContainText('Mine');
  await page
    .locator('[data-sonner-toast]')
    .filter({ hasText: 'Mine is deleted' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(list).toContainText('Mine');
  await page.getByRole('link', { name: 'Strategies', exact: true }).click();
  await pick(page.getByLabel('Universe', { exact: true }), 'Mine');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
});

test('axe finds nothing serious in the Market place, by day and by night', async () => {
  await page.goto('/market?panel=universes');
  await listed('33 of 33');
  for (const [theme, findings] of BY_NIGHT_AND_DAY) {
    await page.getByRole('button', { name: theme }).click();
    for (const panel of ['Chart', 'Quality', 'Universes', 'Feed', 'Import', 'Workspace']) {
      await tab(panel);
      expect(await findings(page)).toEqual([]);
    }
  }
});

test.describe('with nothing in the browser', () => {
  test.use({ seed: 'nothing' });

  test('a store of the first version is taken over with its bars', async ({ page: tab }) => {
    await tab.goto('/feed/catalogue');
    const bars = barsOf(400, 5);
    const text = historyCsv(bars);
    await tab.evaluate(
      ({ days, prices }) =>
        new Promise<void>((resolve, reject) => {
          const count = days.length;
          const block = new ArrayBuffer(8 + Math.ceil(count / 2) * 8 + 5 * count * 8);
          new Uint32Array(block, 0, 2).set([count, 0]);
          new Int32Array(block, 8, count).set(days);
          prices.forEach((column, k) => {
            new Float64Array(block, 8 + Math.ceil(count / 2) * 8 + k * count * 8, count).set(column);
          });
          const request = indexedDB.open('plateau', 10); // version 1, as Dexie counts
          request.onupgradeneeded = () => {
            const db = request.result;
            const listings = db.createObjectStore('listings', { keyPath: 'symbol' });
            listings.createIndex('kind', 'kind');
            for (const [name, key] of [
              ['bars', 'symbol'],
              ['universes', 'id'],
              ['sheets', 'id'],
              ['settings', 'key'],
            ] as const) {
              db.createObjectStore(name, { keyPath: key });
            }
            listings.put({ symbol: 'OLD', name: 'Old Reef', kind: 'stock', group: 'Kelp' });
            const stores = request.transaction;
            stores?.objectStore('bars').put({ symbol: 'OLD', block });
            stores?.objectStore('settings').put({ key: 'market', value: { source: 'Skerry', filled: true } });
          };
          request.onsuccess = () => {
            request.result.close();
            resolve();
          };
          request.onerror = () => reject(request.error);
        }),
      {
        days: [...bars.day],
        prices: [bars.open, bars.high, bars.low, bars.close, bars.volume].map((column) => [...column]),
      },
    );
    await tab.goto('/market');
    await expect(tab.getByText('1 of 1', { exact: true })).toBeVisible();
    const download = tab.waitForEvent('download');
    await tab.getByRole('button', { name: 'CSV' }).click();
    expect(readFileSync(await (await download).path(), 'utf8')).toBe(text);
  });
});
