// The Runs place: a run kept from its sheet, its report against the headless runner, a part of it, and its repetition.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { readTable } from '@plateau/files';
import type { BrowserContext, Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { BY_NIGHT_AND_DAY, seriousFindings } from './kit/axe.ts';
import { choose, pick } from './kit/fields.ts';
import { headless } from './kit/seeds.ts';
import { expect, test } from './kit/test.ts';

let context: BrowserContext;
let page: Page;
let scratch: string;
test.beforeEach(({ context: browser, page: own, scratch: folder }) => {
  context = browser;
  page = own;
  scratch = folder;
});
test.use({ seed: 'kept run' });

const report = () => page.getByTestId('report');
const ready = () => expect(report()).toHaveAttribute('data-ready', 'true');
const figure = (table: string, name: string) =>
  page.getByRole('table', { name: table }).getByRole('row', { name }).getByRole('cell').first().innerText();

async function downloaded(button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).first().click();
  return readFileSync(await (await download).path(), 'utf8');
}

/** An entry of a menu that ends in a file. */
async function takenOut(item: string, menu = 'Take out'): Promise<Buffer> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: menu, exact: true }).click();
  await page.getByRole('menuitem', { name: item }).click();
  return readFileSync(await (await download).path());
}

const percent = (x: number, digits = 1): string => `${(100 * x).toFixed(digits)}%`.replace('-', '−');

/** Opens the report of the run that the seed holds. */
async function openReport(): Promise<void> {
  await page.goto('/runs');
  await ready();
}

test.describe('without a run', () => {
  test.use({ seed: 'market' });

  test('the place says how one comes here, and a run is kept from its sheet', async () => {
    await page.goto('/runs');
    await expect(page.getByText('No run is kept yet')).toBeVisible();
    await page.goto('/strategies');
    await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await page.getByRole('link', { name: 'Open its report' }).click();
    await ready();
    await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit.' })).toBeVisible();
  });
});

test('the report has the headless runner’s figures and gives its data out; deleted, the run comes back', async () => {
  await openReport();
  await test.step('its figures are the headless runner’s', async () => {
    const { figures } = JSON.parse(headless('summary.json'));
    expect(JSON.parse((await takenOut('Figures as JSON')).toString()).figures).toEqual(figures);
    const orders = (await downloaded('Orders as CSV'))
      .split('\n')
      .filter((line) => !line.includes(',protect,'));
    expect(orders.map((line) => line.split(',').slice(0, 4).join(',')).join('\n')).toBe(
      headless('next-orders.csv'),
    );
    const rows = (csv: string): string[] => csv.split('\n').sort();
    expect(rows(await downloaded('CSV'))).toEqual(rows(headless('trades.csv')));
    expect(await figure('Figures: The curve', 'CAGR')).toBe(percent(figures.cagr));
    expect(await figure('Figures: The curve', 'Maximum drawdown')).toBe(percent(figures.maxDrawdown));
    expect(await figure('Figures: The trades', 'Expectancy')).toBe(percent(figures.expectancy, 2));
    expect(await figure('Figures: The account', 'Exposure')).toBe(percent(figures.exposure));
    expect(await figure('Figures: Against the benchmark', 'Beta')).toBe(figures.benchmark.beta.toFixed(2));
    await expect(page.getByRole('table', { name: 'Deepest drawdowns' })).toContainText(
      percent(figures.maxDrawdown),
    );
    await expect(page.getByRole('table', { name: 'Resampled ranges' })).toContainText(percent(figures.cagr));
  });
  await test.step('all data go out as CSV, XLSX and Parquet, and are the headless runner’s', async () => {
    const text = (name: string): string[] => headless(name).trim().split('\n').sort();
    const csv = unzipSync(await takenOut('Data as CSV'));
    for (const name of ['trades.csv', 'equity.csv', 'decisions.csv'])
      expect(
        strFromU8(csv[name] as Uint8Array)
          .trim()
          .split('\n')
          .sort(),
      ).toEqual(text(name));

    const read = async (kind: 'xlsx' | 'parquet', bytes: Uint8Array): Promise<string[]> => {
      const table = await readTable(kind, bytes);
      return table.ok ? table.rows.map((row) => row.join(',')) : [table.message];
    };
    const parquet = unzipSync(await takenOut('Data as Parquet'));
    expect((await read('parquet', parquet['trades.parquet'] as Uint8Array)).sort()).toEqual(
      text('trades.csv'),
    );
    expect((await read('parquet', parquet['equity.parquet'] as Uint8Array)).sort()).toEqual(
      text('equity.csv'),
    );
    // The first of the workbook's sheets.
    const { figures } = JSON.parse(headless('summary.json'));
    const book = await read('xlsx', await takenOut('Data as XLSX'));
    expect(book).toContain(`cagr,${figures.cagr},${figures.benchmark.cagr}`);
    expect(book).toContain(`profitFactor,${figures.profitFactor},`);
    const download = page.waitForEvent('download');
    await page.locator('#trades').getByRole('button', { name: 'XLSX' }).click();
    const trades = await read('xlsx', readFileSync(await (await download).path()));
    expect(trades.sort()).toEqual(text('trades.csv'));
  });
  await test.step('it is repeated when it is opened, and deleted with undo', async () => {
    await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit.' })).toBeVisible();
    await page.getByRole('button', { name: 'Delete High ground' }).click();
    await expect(page.getByText('No run is kept yet')).toBeVisible();
    await page.locator('[data-sonner-toast]').getByRole('button', { name: 'Undo' }).click();
    await ready();
  });
});

test('the report is read from its months to its random entries, narrowed, and accessible by day and by night', async () => {
  await openReport();
  await test.step('months, groups, windows and the regression are read', async () => {
    const calendar = page.getByRole('table', { name: 'Returns by month' });
    await expect(calendar.getByRole('row')).toHaveCount(9);
    const ours = await calendar.getByRole('row').nth(3).innerText();
    await page.getByRole('radio', { name: 'SK60 held' }).click();
    await expect.poll(async () => (await calendar.getByRole('row').nth(3).innerText()) === ours).toBe(false);
    await page.getByRole('radio', { name: 'Difference' }).click();
    await choose(page.getByLabel('Group the trades by'), 'reason');
    await expect(page.getByRole('table', { name: 'Trades by group' })).toContainText('rule');
    await page.getByRole('radio', { name: 'three years' }).click();
    await expect(
      page.getByText(/When SK60 moves by 1%, the strategy moves by 0\.\d\d% on average/),
    ).toBeVisible();
  });
  await test.step('a part of the curves narrows everything below, and the whole comes back', async () => {
    const all = await figure('Figures: The trades', 'Trades');
    await page.getByRole('group', { name: /^Charts of the run/ }).focus();
    await page.keyboard.press('+');
    await expect(page.getByRole('status').filter({ hasText: 'a part of it' })).toBeVisible();
    await expect.poll(() => figure('Figures: The trades', 'Trades')).not.toBe(all);
    await page.keyboard.press('0');
    await expect.poll(() => figure('Figures: The trades', 'Trades')).toBe(all);
  });
  await test.step('a figure opens to its definition and to what it is made of', async () => {
    const { figures } = JSON.parse(headless('summary.json'));
    const curve = page.getByRole('table', { name: 'Figures: The curve' });
    await curve.getByRole('button', { name: 'CAGR' }).click();
    await expect(curve).toContainText('(end / start) ^ (365.25 / days) − 1');
    await expect(curve).toContainText(
      `from 2018-01-02; start 100,000; to 2025-12-31; end ${Math.round(figures.endEquity).toLocaleString('en')}`,
    );
    const trades = page.getByRole('table', { name: 'Figures: The trades' });
    await trades.getByRole('button', { name: 'Win rate', exact: true }).click();
    await expect(trades).toContainText(`trades ${figures.trades.toLocaleString('en')}`);
  });
  await test.step('the cautions are told in figures', async () => {
    await expect(page.getByTestId('worth')).toHaveAttribute('data-done', 'true');
    const worth = page.getByRole('table', { name: 'What the cautions are worth' });
    await expect(worth.getByRole('row')).toHaveCount(4);
    const growth = (row: RegExp) =>
      worth.getByRole('row', { name: row }).getByRole('cell').first().innerText();
    const number = async (row: RegExp) => Number.parseFloat((await growth(row)).replace('−', '-'));
    expect(await number(/^With costs doubled/)).toBeLessThan(await number(/^As it is/));
    expect(await growth(/^Without [A-Z]+, which made the most/)).toMatch(/%$/);
  });
  await test.step('the run takes its place among random entries', async () => {
    await page.getByRole('button', { name: 'Try 40 random entries' }).click();
    const baseline = page.getByTestId('baseline');
    await expect(baseline).toHaveAttribute('data-done', 'true');
    await expect(baseline).toContainText(/the run lies above \d+% of 40 runs with random entries/);
    await expect(page.getByRole('table', { name: 'Among random entries' }).getByRole('row')).toHaveCount(5);
  });
  await test.step('axe finds nothing serious in the report, by day and by night', async () => {
    for (const [theme, findings] of BY_NIGHT_AND_DAY) {
      await page.getByRole('button', { name: theme }).click();
      expect(await findings(page)).toEqual([]);
    }
  });
});

test('other curves stand beside the strategy, on either scale, as money or as a return', async () => {
  await openReport();
  const curve = page.getByRole('table', { name: 'Figures: The curve' });
  await page.getByLabel('Universe, equal weights').click();
  await expect(curve.getByRole('columnheader', { name: 'Universe, equal weights' })).toBeVisible();
  await page.getByLabel('At the benchmark’s volatility').click();
  const scaled = curve.getByRole('columnheader', { name: /^Strategy × \d/ });
  await expect(scaled).toBeVisible();
  const volatility = curve.getByRole('row', { name: /^Volatility/ }).getByRole('cell');
  expect(await volatility.nth(3).innerText()).toBe(await volatility.nth(1).innerText());
  await page.getByLabel('Hold beside it').click();
  await page.getByPlaceholder('Symbol or name').fill('nosuch');
  await expect(page.getByText('There is no instrument of this symbol or name.')).toBeVisible();
  await page.getByPlaceholder('Symbol or name').fill('swell');
  await page.keyboard.press('Enter');
  await expect(curve.getByRole('columnheader', { name: 'SWELL held' })).toBeVisible();
  const money = await page.getByTestId('equity-chart').textContent();
  await page.getByRole('radio', { name: 'return' }).click();
  await page.getByRole('radio', { name: 'log' }).click();
  await expect.poll(() => page.getByTestId('equity-chart').textContent()).toContain('%');
  expect(money).not.toContain('%');
  await page.getByRole('radio', { name: 'money' }).click();
});

test('trades are filtered and opened with their reasons, days looked into, and what did not happen is explained', async () => {
  await openReport();
  await test.step('trades are filtered, grouped, shown with other columns, and copied', async () => {
    const table = page.getByRole('table', { name: 'Trades', exact: true });
    const section = page.locator('#trades');
    const lines = headless('trades.csv').trim().split('\n').slice(1);
    const wanted = lines.map((line) => line.split(',')).filter((cells) => Number(cells[12]) > 0.3);
    await section.getByLabel('Filter the trades').fill('return>30%');
    await expect(section.getByRole('status')).toContainText(`${wanted.length} of`);
    await section.getByLabel('Filter the trades').fill('nothing>3');
    await expect(section.getByRole('alert')).toContainText('There is no “nothing” here');
    await section.getByLabel('Filter the trades').fill('');
    await choose(section.getByLabel('Group the table by'), 'side');
    await expect(table.getByRole('row')).toHaveCount(2);
    await table.getByRole('button', { name: /^long, / }).click();
    await expect.poll(() => table.getByRole('row').count()).toBeGreaterThan(10);
    await choose(section.getByLabel('Group the table by'), '');
    await section.getByRole('button', { name: 'Columns' }).click();
    await page.getByRole('menuitemcheckbox', { name: 'Group' }).click();
    await page.keyboard.press('Escape');
    await expect(table.getByRole('columnheader', { name: 'Group' })).toBeVisible();
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await section.getByLabel('Filter the trades').fill('return>30%');
    await expect(section.getByRole('status')).toContainText(`${wanted.length} of`);
    await section.getByRole('button', { name: 'Copy' }).click();
    await expect(page.getByText(`${wanted.length} trades are copied`)).toBeVisible();
    const copied = await page.evaluate(() => navigator.clipboard.readText());
    expect(
      copied
        .split('\n')
        .slice(1)
        .map((line) => line.split('\t').join(',')),
    ).toEqual(wanted.map((cells) => cells.join(',')));
  });
  await test.step('a trade opens on its chart with its reasons, and leads to the next and to its days', async () => {
    await page.locator('#trades').getByLabel('Filter the trades').fill('');
    await page.locator('#trades').getByRole('button', { name: 'Columns' }).click();
    await page.getByRole('menuitemcheckbox', { name: 'Group' }).click();
    await page.keyboard.press('Escape');
    const trades = page.getByRole('table', { name: 'Trades', exact: true });
    const profit = trades.getByRole('columnheader', { name: 'Profit' });
    await profit.getByRole('button').click();
    await expect(profit).toHaveAttribute('aria-sort', 'descending');
    const row = trades.getByRole('row').nth(1);
    const symbol = await row.getByRole('cell').first().innerText();
    const entry = await row.getByRole('cell').nth(2).innerText();
    await row.getByRole('button').click();
    const panel = page.getByTestId('trade');
    await expect(panel).toHaveAttribute('data-ready', 'true');
    await expect(page).toHaveURL(new RegExp(`trade=${symbol}\\.long\\.${entry}`));
    await expect(page.getByRole('img', { name: new RegExp(`^Bars of ${symbol}`) })).toBeVisible();
    await expect(page.getByTestId('story-prices-chart').locator('.recharts-reference-dot')).toHaveCount(2);
    await expect(panel).toContainText('200-day average');
    const enter = page.getByRole('table', { name: 'Enter when' });
    await expect(enter.getByRole('row')).toHaveCount(2);
    await expect(enter).not.toContainText('did not hold');
    await expect(enter).toContainText(/200-day average \d+\.\d\d/);
    const size = page.getByRole('table', { name: 'Size step by step' });
    const line = headless('trades.csv')
      .split('\n')
      .find((text) => text.startsWith(`${symbol},long,`) && text.includes(`,${entry},`));
    await expect(size.getByRole('row', { name: 'taken' })).toContainText(
      Number(line?.split(',')[5]).toLocaleString('en'),
    );
    await expect(page.getByRole('region', { name: 'Exit' })).toContainText('Exit by the exit rule');
    await expect(page.getByRole('table', { name: 'Exit when' })).not.toContainText('did not hold');
    expect(await seriousFindings(page)).toEqual([]);

    await page.keyboard.press('ArrowRight');
    await expect(page).not.toHaveURL(new RegExp(`trade=${symbol}\\.long\\.${entry}`));
    await expect(panel).toHaveAttribute('data-ready', 'true');
    await page.keyboard.press('ArrowLeft');
    await expect(page).toHaveURL(new RegExp(`trade=${symbol}\\.long\\.${entry}`));
    await page.keyboard.press('b');
    const returns = headless('trades.csv')
      .trim()
      .split('\n')
      .slice(1)
      .map((text) => Number(text.split(',')[12]));
    await expect(panel).toContainText(percent(Math.max(...returns)));
    const best = page.url();
    await page.getByRole('button', { name: 'At random' }).click();
    await expect(page).not.toHaveURL(best);
    await expect(panel).toHaveAttribute('data-ready', 'true');

    const entered = panel.getByRole('button').first();
    const day = await entered.innerText();
    await entered.click();
    const book = page.getByTestId('day');
    await expect(book).toHaveAttribute('data-day', day);
    await expect(page.getByRole('table', { name: 'Fills of the day' })).toContainText('enter');
    const equity = headless('equity.csv')
      .split('\n')
      .find((text) => text.startsWith(day))
      ?.split(',') as string[];
    await expect(book).toContainText(
      `the account was worth ${Math.round(Number(equity[1])).toLocaleString('en')}`,
    );
    await expect(page.getByRole('table', { name: 'Positions of the day' }).getByRole('row')).toHaveCount(
      Number(equity[5]) + 1,
    );
    expect(await seriousFindings(page)).toEqual([]);
    // However long a day's book takes, each press is a day.
    const days = headless('equity.csv')
      .split('\n')
      .map((text) => text.slice(0, 10));
    await book.evaluate(async (element) => {
      for (let k = 0; k < 4; k++) {
        element.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true }));
        // Drawn between two presses, but no answer of a worker comes before all of them.
        for (let turn = 0; turn < 100; turn++) await undefined;
      }
    });
    await expect(book).toHaveAttribute('data-day', days[days.indexOf(day) - 4] as string);
    await page.keyboard.press('Escape');
    await expect(page.getByTestId('day')).toBeHidden();
    await expect(report()).not.toHaveAttribute('inert');
  });
  await test.step('a day without an entry says why not, and a span says it day by day', async () => {
    const form = page.getByRole('form', { name: 'Why, or why not' });
    const enter = page.getByRole('table', { name: 'Enter when' });
    await form.getByLabel('Day', { exact: true }).fill('2021-03-10');
    await pick(form.getByLabel('Instrument', { exact: true }), 'SWELL');
    await form.getByRole('button', { name: 'Ask' }).click();
    await expect(page.getByTestId('why')).toContainText(
      'On 2021-03-10 SWELL was not a member of the universe, and no candidate.',
    );
    await expect(enter).toContainText('did not hold');
    await form.getByLabel('Day', { exact: true }).fill('2021');
    await form.getByRole('button', { name: 'Ask' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Write the day as YYYY-MM-DD.' })).toBeVisible();

    const [first] = headless('decisions.csv').split('\n').slice(1);
    const [from = '', symbol = ''] = first?.split(',') ?? [];
    await pick(form.getByLabel('Instrument'), symbol);
    await form.getByLabel('Day', { exact: true }).fill(from);
    await form.getByLabel('to', { exact: true }).fill(`${Number(from.slice(0, 4)) + 1}-12-31`);
    await form.getByRole('button', { name: 'Ask' }).click();
    const span = page.getByRole('table', { name: `${symbol} day by day` });
    await expect(span.getByRole('row').nth(1)).toContainText(from);
    await expect(span.getByRole('row').nth(1)).toContainText(/taken|slot/);
    await expect(page.getByTestId('why-span')).toContainText('the rule did not hold');
    await span.getByRole('row').nth(1).getByRole('button').click();
    await expect(page.getByTestId('day')).toHaveAttribute('data-day', from);
    await page.goBack();
    await expect(page.getByTestId('day')).toBeHidden();
  });
});

test('an address names what is open: a day is reached by it and by the curves, a strange one opens the report', async () => {
  await openReport();
  const link = page.getByRole('navigation', { name: 'Kept runs' }).getByRole('link').first();
  const [run] = (await link.getAttribute('href'))?.match(/run=[\w-]+/) ?? [];
  await page.goto(`/runs?${run}&day=2020-06-06`);
  // A Saturday: the last close before it.
  await expect(page.getByTestId('day')).toHaveAttribute('data-day', '2020-06-05');
  await page.getByRole('button', { name: 'Report', exact: true }).click();
  await expect(page.getByTestId('day')).toBeHidden();
  const [line = ''] = headless('trades.csv').split('\n').slice(5);
  const [symbol, side, , entry] = line.split(',');
  await page.goto(`/runs?${run}&trade=${symbol}.${side}.${entry}`);
  await expect(page.getByRole('heading', { name: `${symbol} ${side}` })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('trade')).toBeHidden();
  await page.goto(`/runs?${run}&trade=NOSUCH.long.2012-13-45&day=never`);
  await ready();
  await expect(report()).not.toHaveAttribute('inert');
  const curves = page.getByTestId('equity-chart');
  for (const x of [480, 500]) {
    await curves.hover({ position: { x, y: 60 } });
    await expect(curves.locator('dl')).toBeVisible();
  }
  await curves.dblclick({ position: { x: 500, y: 60 } });
  await expect(page.getByTestId('day')).toHaveAttribute('data-day', /^20\d\d-/);
  await page.keyboard.press('Escape');
  await page.locator('#days').getByLabel('Day', { exact: true }).fill('2021-03-01');
  await page.getByRole('button', { name: 'Open the day' }).click();
  await expect(page.getByTestId('day')).toHaveAttribute('data-day', '2021-03-01');
  await page.getByLabel('Go to a day', { exact: true }).fill('2021-03-03');
  await expect(page.getByTestId('day')).toHaveAttribute('data-day', '2021-03-03');
});

test('the report goes out as one file that asks for nothing else, is printed, and its charts go as pictures', async () => {
  await page.addInitScript(() => {
    window.print = () => {
      (window.parent as unknown as { printed: string }).printed = document.title;
    };
  });
  await openReport();
  const { figures } = JSON.parse(headless('summary.json'));
  // A busy machine lays its charts out late; what is taken out must wait for them.
  await page.evaluate(() => {
    const charts = 'body > [aria-hidden] .recharts-responsive-container';
    const late = document.createElement('style');
    late.textContent = `${charts} { display: none }`;
    document.head.append(late);
    new MutationObserver((_all, observer) => {
      if (!document.querySelector(charts)) return;
      observer.disconnect();
      setTimeout(() => late.remove(), 1000);
    }).observe(document.body, { childList: true, subtree: true });
  });
  const html = (await takenOut('Report as HTML')).toString();
  await page.getByRole('button', { name: 'Take out' }).click();
  await page.getByRole('menuitem', { name: 'Print the report …' }).click();
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { printed?: string }).printed))
    .toBe('High ground');
  const other = await context.newPage();
  const asked: string[] = [];
  other.on('request', (request) => asked.push(request.url()));
  const path = join(scratch, 'report.html');
  writeFileSync(path, html);
  await other.goto(`file://${path}`);
  await expect(other.getByRole('heading', { name: 'High ground' })).toBeVisible();
  const row = other.getByRole('table', { name: 'Figures: The curve' }).getByRole('row', { name: /^CAGR/ });
  await expect(row.getByRole('cell').first()).toHaveText(percent(figures.cagr));
  expect(await other.locator('.paper-trades tbody tr').count()).toBe(figures.trades);
  // Its fonts are in it: what the reader has installed changes nothing.
  const fonts = await other.evaluate(async () => {
    await document.fonts.ready;
    return [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => family);
  });
  expect([...new Set(fonts)].sort().join()).toMatch(/Source Sans 3 Variable.*Source Serif 4 Variable/);
  const sizes = await other
    .locator('svg.recharts-surface')
    .evaluateAll((charts) => charts.map((chart) => chart.getBoundingClientRect().width));
  expect(sizes.length).toBeGreaterThan(8);
  expect(Math.min(...sizes)).toBeGreaterThan(100);
  expect(asked).toEqual([`file://${path}`]);
  // Both papers: nothing may stand out beyond the column.
  for (const width of [688, 722]) {
    await other.setViewportSize({ width, height: 900 });
    await other.emulateMedia({ media: 'print' });
    expect(await other.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }
  await other.close();

  const png = await takenOut('As PNG', 'Curves as a picture');
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  const svg = (await takenOut('As SVG', 'Curves as a picture')).toString();
  expect(svg).toMatch(/^<svg [^>]*>.*<path/s);
  expect(svg).not.toContain('var(--');
});

test('a run goes out as a file, comes in again, repeats to the last bit, and tells when its bars have changed', async () => {
  await openReport();
  const text = (await takenOut('Run as JSON')).toString();
  const file = (name: string, content: string) =>
    page
      .getByLabel('Run file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await file('damaged.json', text.slice(0, 400));
  await expect(page.getByText(/damaged\.json: this is no JSON.*Nothing was imported\./)).toBeVisible();
  await file('again.json', text.replace('"name": "High ground"', '"name": "Come back"'));
  await expect(report().getByRole('heading', { name: 'Come back' })).toBeVisible();
  await ready();
  await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit.' })).toBeVisible();
  await file(
    'other.json',
    text.replace(/"data": "\w+"/, `"data": "${'ab'.repeat(32)}"`).replace('"High ground"', '"Elsewhere"'),
  );
  await expect(report().getByRole('heading', { name: 'Elsewhere' })).toBeVisible();
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: 'have changed since it was kept, but the figures are the same' }),
  ).toBeVisible();
});

test('two runs stand side by side with what differs marked', async () => {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  await page.locator('[data-field="limits.positions"]').getByRole('textbox').fill('5');
  await page.getByLabel('Name of the sheet').fill('Five slots');
  await expect(page.getByText('Before the last edit')).toBeVisible();
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await page.getByRole('link', { name: 'Open its report' }).click();
  await ready();
  await page.getByRole('checkbox', { name: /^Side by side: Five slots/ }).click();
  await page.getByRole('checkbox', { name: /^Side by side: High ground/ }).click();
  const both = page.getByRole('region', { name: 'Runs side by side' });
  await expect(both).toHaveAttribute('data-ready', 'true');
  const settings = page.getByRole('table', { name: 'Settings side by side' });
  await expect(settings.getByRole('row').nth(1)).toContainText('Slots, differs');
  await expect(settings.getByRole('row').nth(1)).toContainText('10');
  const alike = page.getByRole('table', { name: 'How alike they are' });
  await expect(alike).toContainText(/0\.\d\d/);
  const [, , common, first] = await alike.getByRole('cell').allInnerTexts();
  await choose(page.getByLabel('less those of'), { index: 1 });
  await expect(page.getByRole('table', { name: 'Months side by side' }).getByRole('cell').first()).toHaveText(
    '0.0%',
  );
  const years = page.getByRole('table', { name: 'Years side by side' });
  await expect(years.getByRole('row')).toHaveCount(9);
  const apart = page.getByRole('region', { name: 'Trades apart' });
  await expect(apart.getByRole('table', { name: 'Trades', exact: true })).toHaveAttribute(
    'aria-rowcount',
    String(Number(first?.replace(',', '')) + 1),
  );
  await apart.getByRole('radio', { name: /^both/ }).click();
  await expect(apart.getByRole('table', { name: 'Trades of both' })).toHaveAttribute(
    'aria-rowcount',
    String(Number(common?.replace(',', '')) + 1),
  );
  await expect(page.getByRole('img', { name: /^Returns of the runs/ }).locator('.recharts-line')).toHaveCount(
    3,
  );
  expect(await seriousFindings(page)).toEqual([]);
});
