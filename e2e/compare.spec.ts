// What a result is held against: a baseline of one's choice, other runs on one footing, an instrument's own trades, its neighbours.

import type { Page } from '@playwright/test';
import { seriousFindings } from './kit/axe.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
test.beforeEach(({ page: own }) => {
  page = own;
});

const result = () => page.getByRole('region', { name: 'Result' });
const done = () => expect(result()).toHaveAttribute('data-status', 'done');
const field = (name: string) => page.getByLabel(name, { exact: true });
const reported = () => expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');

test('edits are compared with a variant of one’s choice, on today’s capital, until it is taken back', async () => {
  await page.goto('/strategies');
  await done();
  await page.getByRole('button', { name: 'Compare with this' }).click();
  await expect(page.getByText('Compared with the first that was run')).toBeVisible();
  await field('Slots').fill('7');
  await done();
  await field('Slots').fill('5');
  await done();
  // It is the variant of ten slots still, not the state before the last edit.
  await expect(page.getByText('the first that was run', { exact: true })).toBeVisible();
  await field('Capital').fill('50000');
  await done();
  await expect(page.getByText('the first that was run, from today’s capital')).toBeVisible();
  await page.reload();
  await done();
  await expect(page.getByText('Compared with the first that was run')).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Compare with the state before the last edit again' }).click();
  await expect(page.getByText('Compared with the first that was run')).toBeHidden();
});

test.describe('kept runs', () => {
  test.use({ seed: 'kept run' });

  test('are named and noted, and stand side by side over common days from equal capital', async () => {
    await page.goto('/runs');
    await reported();
    await field('Name of the run').fill('Ten slots');
    await field('Name of the run').press('Enter');
    await field('Note on the run').fill('the one to beat');
    await field('Note on the run').press('Enter');
    const list = page.getByRole('navigation', { name: 'Kept runs' });
    await expect(list).toContainText('Ten slots');
    await expect(list).toContainText('the one to beat');

    await page.goto('/strategies');
    await done();
    await field('From').fill('2020-01-06');
    await field('Capital').fill('50000');
    await done();
    await page.getByLabel('Name of the sheet').fill('From 2020');
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await page.getByRole('link', { name: 'Open its report' }).click();
    await reported();
    for (const name of [/^Side by side: From 2020/, /^Side by side: Ten slots/]) {
      await page.getByRole('checkbox', { name }).click();
    }
    const both = page.getByRole('region', { name: 'Runs side by side' });
    await expect(both).toHaveAttribute('data-ready', 'true');
    await expect(both.getByRole('note')).toContainText('here from 2020-01-06');
    const figures = page.getByRole('table', { name: 'Figures side by side' });
    const ends = figures.getByRole('row').filter({ hasText: 'End equity' }).getByRole('cell');
    const common = await ends.allInnerTexts();
    await page.getByRole('radio', { name: 'each as it ran' }).click();
    await expect(both.getByRole('note')).toContainText('each figure is of its own');
    await expect.poll(() => ends.allInnerTexts()).not.toEqual(common);
    expect(await seriousFindings(page)).toEqual([]);
  });
});

test('all trades of an instrument stand on its prices, and each opens', async () => {
  await page.goto('/strategies');
  await done();
  const trades = page.getByRole('table', { name: 'Trades', exact: true });
  await trades.getByRole('row').nth(1).getByRole('button').click();
  await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
  const all = page.getByRole('radio', { name: /^all in / });
  const count = Number(/\((\d+)\)/.exec(await all.innerText())?.[1]);
  await all.click();
  await expect(page.getByTestId('instrument-prices-chart').locator('path').first()).toBeVisible();
  await expect(page.getByTestId('instrument-account-chart').locator('.recharts-line')).toHaveCount(1);
  const its = page.getByRole('list', { name: /^Trades in / }).getByRole('button');
  await expect(its).toHaveCount(count);
  expect(await seriousFindings(page)).toEqual([]);
  await its.last().click();
  await expect(page.getByRole('img', { name: /^Bars of / })).toBeVisible();
});

test('the market shows the trades of a sheet in an instrument, and each opens on its sheet', async () => {
  await page.goto('/strategies');
  await done();
  const symbol = await page
    .getByRole('table', { name: 'Trades', exact: true })
    .getByRole('row')
    .nth(1)
    .getByRole('cell')
    .first()
    .innerText();
  await page.goto(`/market?symbol=${symbol}`);
  await page.getByRole('button', { name: 'Trades', exact: true }).click();
  await expect(page.getByLabel('Trades of')).toContainText('sheet “High ground”');
  await expect(page.getByTestId('instrument-prices-chart').locator('path').first()).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page
    .getByRole('list', { name: `Trades in ${symbol}` })
    .getByRole('button')
    .first()
    .click();
  await expect(page).toHaveURL(/\/strategies\?.*trade=/);
  await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
});

test('the instruments of a universe are correlated, by day and by week', async () => {
  await page.goto('/market?panel=universes');
  await page.getByRole('list', { name: 'Universes' }).getByRole('button', { name: /funds/i }).click();
  await page.getByRole('radio', { name: 'Correlations' }).click();
  const table = page.getByRole('table', { name: 'Correlation of returns' });
  await expect(table).toHaveAttribute('aria-rowcount', '7');
  const cell = (row: number, column: number) => table.getByRole('row').nth(row).getByRole('cell').nth(column);
  await expect(cell(1, 1)).toHaveText(/^−?-?\d\.\d\d$/);
  expect(await cell(1, 1).innerText()).toBe(await cell(2, 0).innerText());
  const daily = await table.innerText();
  await page.getByRole('radio', { name: 'by week' }).click();
  await expect.poll(() => table.innerText()).not.toBe(daily);
  expect(await seriousFindings(page)).toEqual([]);
});

test('what is asked of a universe just chosen is shown of it, however soon it is asked', async () => {
  await page.goto('/market?panel=universes');
  const funds = page.getByRole('list', { name: 'Universes' }).getByRole('button', { name: /funds/i });
  const correlations = page.getByRole('radio', { name: 'Correlations' });
  await expect(funds).toHaveAttribute('aria-pressed', 'false');
  const second = await correlations.elementHandle();
  // Before the page has drawn anything of the universe that is chosen.
  await funds.evaluate((first, then) => {
    (first as HTMLElement).click();
    (then as HTMLElement).click();
  }, second);
  await expect(page.getByRole('table', { name: 'Correlation of returns' })).toHaveAttribute(
    'aria-rowcount',
    '7',
  );
  await expect(correlations).toBeChecked();
});

test('the market marks the days on which a condition holds, and shows all bars at once', async () => {
  await page.goto('/market?symbol=SK60&draw=close%20%3E%20200-day%20average');
  const chart = page.getByTestId('price-chart');
  await expect(chart.locator('.recharts-reference-area').first()).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'condition' })).toHaveCount(0);
  for (let k = 0; k < 9; k++) await page.getByRole('button', { name: 'Zoom out (-)' }).click();
  const all = page.getByText(/2018-01-02 to 2025-12-31, [\d,]+ bars/);
  await expect(all).toBeVisible();
  // Other measures over the same bars leave the view where it is.
  await page.getByRole('textbox', { name: 'Draw' }).fill('20-day average; on SKALL (close)');
  await expect(page.getByText('on SKALL (close)', { exact: true })).toBeVisible();
  await expect(all).toBeVisible();
});
