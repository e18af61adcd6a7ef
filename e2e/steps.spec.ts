// How few steps a trader's first questions take. Each step is one thing done with a hand: a click, a word typed, a key.

import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { seriousFindings } from './kit/axe.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
let steps = 0;
test.beforeEach(async ({ page: own }) => {
  page = own;
  steps = 0;
  await page.goto('/strategies');
  await done();
});

const result = () => page.getByRole('region', { name: 'Result' });
const done = () => expect(result()).toHaveAttribute('data-status', 'done');
const figures = () => page.getByRole('table', { name: 'Headline figures' });
const field = (key: string) => page.locator(`[data-field="${key}"]`);
const blocks = (name: string) => page.getByRole('group', { name: `${name}, as blocks` });

/** One thing done with a hand. */
async function step(act: Promise<unknown>): Promise<void> {
  steps++;
  await act;
}
const press = (key: string) => page.keyboard.press(key);
const type = (text: string) => page.keyboard.insertText(text);

/** Picks one stock in the sheet's universe, by three steps. */
async function pickStock(symbol: string): Promise<void> {
  await step(field('universe').getByRole('combobox').click());
  await expect(page.getByPlaceholder('Symbol or name')).toBeFocused();
  await step(type(symbol));
  await expect(page.getByRole('option').first()).toHaveAttribute('data-symbol', symbol);
  await step(press('Enter'));
}

test('the first screen leads to the result on one stock in three steps, with its holding beside the index', async () => {
  await pickStock('ABERK');
  await done();
  await expect(figures().getByRole('columnheader', { name: 'ABERK held' })).toBeVisible();
  await expect(figures().getByRole('columnheader', { name: 'SK60 held' })).toBeVisible();
  expect(steps).toBeLessThanOrEqual(3);
});

test('from the market one step tests the open rules on an instrument, as a sheet that can be undone', async () => {
  await page.goto('/market?symbol=ABERK');
  await step(page.getByRole('button', { name: 'Test on this' }).click());
  await done();
  await expect(page.getByLabel('Name of the sheet')).toHaveValue('High ground on ABERK');
  await expect(figures().getByRole('columnheader', { name: 'ABERK held' })).toBeVisible();
  expect(steps).toBe(1);
  await page.getByRole('button', { name: 'Undo: A new sheet' }).click();
  await expect(page.getByLabel('Name of the sheet')).toHaveValue('High ground');
});

test('an average cross on one stock from an empty sheet, and its mirror for the short side', async () => {
  await step(page.getByRole('button', { name: 'New sheet' }).click());
  await step(page.getByRole('menuitem', { name: 'Empty' }).click());
  await expect(result()).toContainText('Its first condition');
  await expect(page.getByRole('form', { name: 'Sheet' }).getByRole('alert')).toHaveCount(0);
  expect(await seriousFindings(page)).toEqual([]);
  await pickStock('ABERK');
  for (const [rule, text] of [
    ['Enter when', '20-day average crosses above 50-day average'],
    ['Exit when', '20-day average crosses below 50-day average'],
  ] as const) {
    await step(blocks(rule).getByRole('button', { name: 'Add a condition' }).click());
    await expect(page.getByPlaceholder('Search a measure')).toBeFocused();
    await step(type(text));
    await step(press('Enter'));
    await expect(blocks(rule)).toContainText('crosses');
  }
  await done();
  expect(steps).toBeLessThanOrEqual(12);
  const before = steps;

  await step(page.getByText('Short side', { exact: true }).click());
  await step(page.getByRole('button', { name: 'Mirror the long rules' }).click());
  await done();
  expect(steps - before).toBeLessThanOrEqual(2);
  await expect(blocks('Enter short when')).toContainText('crosses below');
  await expect(blocks('Exit short when')).toContainText('crosses above');
  await page.getByRole('tab', { name: 'Longs and shorts' }).click();
  const sides = page.getByRole('table', { name: 'Figures of longs and shorts' });
  const trades = sides
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: 'Trades', exact: true }) })
    .getByRole('cell');
  await expect(trades).toHaveCount(4);
  const [both, longs, shorts] = (await trades.allInnerTexts()).map(Number);
  expect((longs ?? 0) > 0 && (shorts ?? 0) > 0).toBe(true);
  expect(both).toBe((longs ?? 0) + (shorts ?? 0));
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: /^Undo \d+ settings/ }).click();
  await done();
  await expect(page.getByRole('tab', { name: 'Longs and shorts' })).toHaveCount(0);
});

test('the worst trade stands on its chart in two steps, without a run being kept', async () => {
  const trades = page.getByRole('table', { name: 'Trades', exact: true });
  await step(trades.getByRole('row').nth(1).getByRole('button').click());
  const panel = page.getByTestId('trade');
  await expect(panel).toHaveAttribute('data-ready', 'true');
  await step(press('w'));
  expect(steps).toBe(2);
  await expect(page).toHaveURL(/trade=/);
  await expect(panel).toHaveAttribute('data-ready', 'true');
  const worst = await panel.locator('strong').first().innerText();
  await expect(page.getByRole('region', { name: 'Exit' })).toBeVisible();
  await press('Escape');
  await expect(panel).toBeHidden();
  await trades.getByRole('columnheader', { name: 'Return' }).getByRole('button').click();
  await trades.getByRole('columnheader', { name: 'Return' }).getByRole('button').click();
  const first = await trades.getByRole('row').nth(1).innerText();
  expect(first).toContain(worst.split(', ')[1]);
});

test('a pullback on all funds, each alone: opened, a trade of it shown, and exported', async () => {
  await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
  await page.getByRole('button', { name: 'Open a copy of Dip in a rising field' }).click();
  await done();
  await field('universe').getByRole('combobox').click();
  await type('funds');
  await page.getByRole('option').first().click();
  await done();
  await page.getByRole('tab', { name: 'Each alone' }).click();
  await page.getByRole('button', { name: 'Run on each alone' }).click();
  await expect(page.getByText(/^On \d+ of 6 instruments/)).toBeVisible();
  await expect(page.getByTestId('alone-together')).toContainText('The median instrument');
  const table = page.getByRole('table', { name: 'Each alone' });
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV', exact: true }).click();
  const lines = readFileSync(await (await download).path(), 'utf8')
    .trim()
    .split('\n');
  expect(lines).toHaveLength(7);
  expect(lines[0]).toContain('symbol,profit,heldProfit');

  const row = table.getByRole('row').nth(1);
  const symbol = await row.getByRole('cell').first().innerText();
  await row.getByRole('button').first().click();
  const report = page.getByRole('region', { name: `${symbol} alone` });
  await expect(report.getByTestId('short-report')).toBeVisible();
  await expect(report.getByText(`${symbol} held`).first()).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await report.getByRole('button', { name: 'Trades', exact: true }).click();
  const trade = report.getByRole('table', { name: 'Trades', exact: true }).getByRole('row').nth(1);
  await trade.getByRole('button').click();
  await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
  // The address alone leads there too.
  const address = page.url();
  await page.goto(address);
  await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
  await press('Escape');
  await expect(report.getByTestId('short-report')).toBeVisible();
  await press('Escape');
  await expect(report).toBeHidden();
});

test('the weekly form of a daily breakout takes two steps and one undo', async () => {
  await step(field('bars').getByRole('radio', { name: 'Weekly' }).click());
  await expect(page.getByRole('group', { name: 'Windows on other bars' })).toContainText(
    '200 days are 40 weeks',
  );
  // Until it is answered the sheet is what it was.
  await expect(field('bars').getByRole('radio', { name: 'Daily' })).toBeChecked();
  await step(page.getByRole('button', { name: 'Turn them into weeks' }).click());
  await done();
  expect(steps).toBe(2);
  await expect(blocks('Enter when')).toContainText('-week');
  const windows = blocks('Enter when').getByRole('textbox');
  await expect(windows.first()).toHaveValue('40');
  await page.getByRole('button', { name: /^Undo \d+ settings/ }).click();
  await done();
  await expect(windows.first()).toHaveValue('200');
  await expect(field('bars').getByRole('radio', { name: 'Daily' })).toBeChecked();
});
