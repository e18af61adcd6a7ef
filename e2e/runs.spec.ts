// The Runs place: a run kept from its sheet, its report against the headless runner, a part of it, and its repetition.

import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { seriousFindings } from './axe.ts';
import { runHeadless } from './headless.ts';

test.describe.configure({ mode: 'serial' });

let context: BrowserContext;
let page: Page;
const scratch = mkdtempSync(join(tmpdir(), 'plateau-runs-'));
const errors: string[] = [];
test.beforeAll(async ({ browser }) => {
  context = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
  page = await context.newPage();
  page.on('pageerror', (error) => errors.push(error.message));
});
test.afterAll(async () => {
  await context.close();
  rmSync(scratch, { recursive: true });
});

const report = () => page.getByTestId('report');
const ready = () => expect(report()).toHaveAttribute('data-ready', 'true');
const figure = (table: string, name: string) =>
  page.getByRole('table', { name: table }).getByRole('row', { name }).getByRole('cell').first().innerText();

async function downloaded(button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).first().click();
  return readFileSync(await (await download).path(), 'utf8');
}

test('without runs the place says how one comes here', async () => {
  await page.goto('/runs');
  await expect(page.getByText('No run is kept yet')).toBeVisible();
});

test('a run is kept from its sheet, and its report has the figures of the headless runner', async () => {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  writeFileSync(join(scratch, 'strategy.json'), await downloaded('Export as strategy file'));
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await ready();
  await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit.' })).toBeVisible();

  const out = runHeadless(scratch, join(scratch, 'strategy.json'));
  const { figures } = JSON.parse(readFileSync(join(out, 'summary.json'), 'utf8'));
  expect(JSON.parse(await downloaded('Figures')).figures).toEqual(figures);
  expect(await downloaded('Orders as CSV')).toBe(readFileSync(join(out, 'next-orders.csv'), 'utf8'));
  const rows = (csv: string): string[] => csv.split('\n').sort();
  // The report's trades are the closed ones; open ones have no exit.
  const closed = readFileSync(join(out, 'trades.csv'), 'utf8')
    .split('\n')
    .filter((line) => line.split(',')[6] !== '')
    .join('\n');
  expect(rows(await downloaded('CSV'))).toEqual(rows(closed));
  const percent = (x: number, digits = 1): string => `${(100 * x).toFixed(digits)}%`.replace('-', '−');
  expect(await figure('Figures of the account', 'Growth a year')).toBe(percent(figures.cagr));
  expect(await figure('Figures of the account', 'Largest drawdown')).toBe(percent(figures.maxDrawdown));
  expect(await figure('Figures of the trades', 'Expectancy')).toBe(percent(figures.expectancy, 2));
  await expect(page.getByRole('table', { name: 'Deepest drawdowns' })).toContainText(
    percent(figures.maxDrawdown),
  );
  await expect(page.getByRole('table', { name: 'Resampled ranges' })).toContainText(percent(figures.cagr));
});

test('months, groups, windows and the regression are read', async () => {
  const calendar = page.getByRole('table', { name: 'Returns by month' });
  await expect(calendar.getByRole('row')).toHaveCount(22);
  const ours = await calendar.getByRole('row').nth(3).innerText();
  await page.getByRole('radio', { name: 'SK60 held' }).click();
  await expect.poll(async () => (await calendar.getByRole('row').nth(3).innerText()) === ours).toBe(false);
  await page.getByRole('radio', { name: 'Difference' }).click();
  await page.getByLabel('Group the trades by').selectOption('reason');
  await expect(page.getByRole('table', { name: 'Trades by group' })).toContainText('rule');
  await page.getByRole('radio', { name: 'three years' }).click();
  await expect(
    page.getByText(/When SK60 moves by 1%, the strategy moves by 0\.\d\d% on average/),
  ).toBeVisible();
});

test('a part of the curves narrows everything below, and the whole comes back', async () => {
  const all = await figure('Figures of the trades', 'Trades');
  await page.getByRole('group', { name: /^Charts of the run/ }).focus();
  await page.keyboard.press('+');
  await expect(page.getByRole('status').filter({ hasText: 'a part of it' })).toBeVisible();
  await expect.poll(() => figure('Figures of the trades', 'Trades')).not.toBe(all);
  await page.keyboard.press('0');
  await expect.poll(() => figure('Figures of the trades', 'Trades')).toBe(all);
});

test('a kept run is repeated after a reload, and deleted with undo', async () => {
  await page.reload();
  await ready();
  await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit.' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete High ground' }).click();
  await expect(page.getByText('No run is kept yet')).toBeVisible();
  await page.locator('[data-sonner-toast]').getByRole('button', { name: 'Undo' }).click();
  await ready();
});

test('the run takes its place among random entries', async () => {
  await page.getByRole('button', { name: 'Try 40 random entries' }).click();
  const baseline = page.getByTestId('baseline');
  await expect(baseline).toHaveAttribute('data-done', 'true');
  await expect(baseline).toContainText(/the run lies above \d+% of 40 runs with random entries/);
  await expect(page.getByRole('table', { name: 'Among random entries' }).getByRole('row')).toHaveCount(5);
});

test('a trade opens with its reasons, and a day without one says why not', async () => {
  const trades = page.getByRole('table', { name: 'Trades', exact: true });
  await trades.getByRole('columnheader', { name: 'Profit' }).getByRole('button').click();
  const row = trades.getByRole('row').nth(1);
  const symbol = await row.getByRole('cell').first().innerText();
  await row.getByRole('button').click();
  await expect(page.getByTestId('why')).toContainText(
    `${symbol} was a member of the universe and a candidate: long, taken`,
  );
  const enter = page.getByRole('table', { name: 'Enter when' });
  await expect(enter.getByRole('row')).toHaveCount(2);
  await expect(enter).not.toContainText('did not hold');
  await expect(enter).toContainText(/200-day average \d+\.\d\d/);
  await expect(page.getByRole('table', { name: 'Candidates of the day' })).toContainText(symbol);

  const form = page.getByRole('form', { name: 'Why, or why not' });
  await form.getByLabel('Day').fill('2009-03-10');
  await form.getByLabel('Instrument').fill('swell');
  await form.getByRole('button', { name: 'Ask' }).click();
  await expect(page.getByTestId('why')).toContainText(
    'On 2009-03-10 SWELL was not a member of the universe, and no candidate.',
  );
  await expect(enter).toContainText('did not hold');
  await form.getByLabel('Day').fill('2009');
  await form.getByRole('button', { name: 'Ask' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Write the day as YYYY-MM-DD.' })).toBeVisible();
});

test('a run goes out as a file, comes in again, repeats to the last bit, and tells when its bars have changed', async () => {
  const text = await downloaded('Run as JSON');
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
    text.replace(/"data": "\w+"/, '"data": "0123"').replace('"High ground"', '"Elsewhere"'),
  );
  await expect(report().getByRole('heading', { name: 'Elsewhere' })).toBeVisible();
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: 'have changed since it was kept, but the figures are the same' }),
  ).toBeVisible();
  for (const name of ['Elsewhere', 'Come back'])
    await page.getByRole('button', { name: `Delete ${name}` }).click();
  await ready();
});

test('two runs stand side by side with what differs marked', async () => {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  await page.locator('[data-field="limits.positions"]').getByRole('textbox').fill('5');
  await page.getByLabel('Name of the sheet').fill('Five slots');
  await expect(page.getByText('Before the last edit')).toBeVisible();
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await ready();
  await page.getByRole('checkbox', { name: /^Side by side: Five slots/ }).click();
  await page.getByRole('checkbox', { name: /^Side by side: High ground/ }).click();
  const both = page.getByRole('region', { name: 'Runs side by side' });
  await expect(both).toHaveAttribute('data-ready', 'true');
  const settings = page.getByRole('table', { name: 'Settings side by side' });
  await expect(settings.getByRole('row').nth(1)).toContainText('Slots, differs');
  await expect(settings.getByRole('row').nth(1)).toContainText('10');
  await expect(page.getByRole('table', { name: 'How alike they are' })).toContainText(/0\.\d\d/);
  await expect(page.getByRole('img', { name: /^Returns of the runs/ }).locator('.recharts-line')).toHaveCount(
    3,
  );
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('checkbox', { name: /^Side by side: Five slots/ }).click();
  await ready();
});

test('axe finds nothing serious in the report, by day and by night', async () => {
  for (const theme of ['Night map', 'Day map']) {
    await page.getByRole('button', { name: theme }).click();
    await page.waitForTimeout(600);
    expect(await seriousFindings(page)).toEqual([]);
  }
});

test('nothing went wrong unseen', () => {
  expect(errors).toEqual([]);
});
