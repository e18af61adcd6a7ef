// Words and numbers that misled once: each says what is so.

import type { Page } from '@playwright/test';
import { choose } from './kit/fields.ts';
import { beginSheet } from './kit/sheets.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
test.beforeEach(({ page: own }) => {
  page = own;
});

const done = () =>
  expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
const cautions = () => page.getByRole('list', { name: 'Cautions' });
const blocks = () => page.getByRole('group', { name: 'Enter when, as blocks' });
const view = (name: 'Blocks' | 'Text') => page.getByRole('radio', { name }).click();

/** A new sheet with its result. */
async function newSheet(): Promise<void> {
  await page.goto('/strategies');
  await done();
  await beginSheet(page);
  await typeRule('Enter when', 'close > 200-day average and close is the highest of 60 days');
  await typeRule('Exit when', 'close is the lowest of 30 days');
  await view('Blocks');
  await done();
}

async function typeRule(name: string, text: string): Promise<void> {
  await view('Text');
  await page.getByRole('textbox', { name }).click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.insertText(text);
  await page.keyboard.press('Escape');
}

test('a new sheet says what its ranks, words, units and capital mean', async () => {
  await newSheet();
  await test.step('a new sheet ranks by nothing and refuses crumbs; what a rank drops is told under it', async () => {
    await view('Text');
    await expect(page.getByRole('textbox', { name: 'Rank by' })).toHaveText('by symbol, A to Z');
    await expect(page.getByTestId('rank-note')).toBeHidden();
    await typeRule('Rank by', '400-day return');
    await done();
    await expect(page.getByTestId('rank-note')).toContainText(/[\d,]+ candidates were dropped/);
    await page.getByText('Limits and account').click();
    await expect(page.getByLabel('Refuse below', { exact: true })).toHaveValue('10');
  });
  await test.step('the trade’s notation is answered with the sentence that means the same', async () => {
    await typeRule('Enter when', 'RSI(2) crosses below 20 and 20-day volatility is below 15');
    await page
      .getByRole('button', { name: '2-day RSI crosses below 20 and 20-day volatility is below 15' })
      .click();
    await done();
    await typeRule('Enter when', 'vol > 100000');
    await expect(page.getByText('“vol” may mean “volume” or “20-day volatility”')).toBeVisible();
    await expect(page.getByText('Nearest that reads')).toBeHidden();
  });
  await test.step('numbers show their units, and conditions that decide nothing are marked', async () => {
    await typeRule('Enter when', '2-day RSI crosses below 20 and 5-day volatility is below 15');
    await done();
    await view('Blocks');
    await expect(blocks()).toContainText('= 1500%');
    await expect(blocks()).toContainText('of 100');
    await expect(blocks().getByTestId('share').nth(1)).toContainText(
      /nearly always true, 99\.\d\d% of the time/,
    );
    await choose(blocks().getByLabel('How the conditions are joined'), 'or');
    await expect(blocks().getByTestId('share').first()).toContainText(/lets [\d,]+ through/);
    await choose(blocks().getByLabel('How the conditions are joined'), 'and');
    await done();
  });
  await test.step('a change of capital is not told as a loss of money', async () => {
    const table = page.getByRole('table', { name: 'Headline figures' });
    await page.getByLabel('Capital', { exact: true }).fill('50000');
    await done();
    await expect(table.getByRole('columnheader', { name: 'Change' })).toBeVisible();
    await expect(table.getByRole('row', { name: 'End equity' })).not.toContainText(/better|worse/);
  });
});

test('a sheet tells what it has tried, what its cash cut and which side it trades', async () => {
  await newSheet();
  await test.step('a copy keeps the tries of its sheet', async () => {
    const logbook = page.getByRole('tab', { name: /^Logbook/ });
    const count = async () => Number(/\d+/.exec(await logbook.innerText())?.[0]);
    // A variant counts once it has stayed for a moment.
    await expect.poll(count).toBeGreaterThan(0);
    await page.getByLabel('Slots', { exact: true }).fill('7');
    await expect.poll(count).toBeGreaterThan(1);
    const tries = await count();
    await page.getByRole('button', { name: 'Duplicate' }).click();
    await expect(page.getByLabel('Name of the sheet')).toHaveValue('Untitled copy');
    await expect.poll(count).toBeGreaterThanOrEqual(tries);
  });
  await test.step('what cash cut is told, crumbs are counted, and borrowing for nothing is a caution', async () => {
    await page.getByText('Limits and account').click();
    await choose(page.getByLabel('Size', { exact: true }), 'percent-of-equity');
    await page.getByLabel('Slots', { exact: true }).fill('');
    await page.getByLabel('Refuse below', { exact: true }).fill('');
    await page.getByLabel('Leverage', { exact: true }).fill('2');
    // Seven positions take all there is.
    await page.locator('[data-field="size.percent"]').getByRole('textbox').fill('30');
    await done();
    await expect(cautions()).toContainText(/It borrows money for nothing, up to \d+% of the account/);
    await expect(cautions()).toContainText(/[\d,]+ of [\d,]+ trades are crumbs/);
    await expect(page.getByTestId('size-note')).toContainText(/cut from [\d,]+ for lack of cash/);
    await page.getByLabel('Refuse below', { exact: true }).fill('10');
    await done();
    await expect(cautions()).not.toContainText('crumbs');
  });
  await test.step('a sheet that only sells short shows no rules of a long side', async () => {
    await expect(page.getByRole('heading', { name: 'Exit when', includeHidden: true })).toHaveCount(1);
    await page.getByText('Short side', { exact: true }).click();
    await choose(page.getByLabel('Sides', { exact: true }), 'short');
    await expect(blocks()).toHaveCount(0);
    await expect(page.getByRole('heading', { name: 'Prefer', exact: true, includeHidden: true })).toHaveCount(
      0,
    );
  });
});

test('the chart of the market reads every instrument that a measure names', async () => {
  await page.goto('/market?symbol=SK60');
  await expect(page.getByTestId('price-chart').locator('path').first()).toBeVisible();
  await page.getByLabel('Draw').fill('on BILL (close)');
  await expect(page.getByText('There are no bars')).toBeHidden();
  await expect(page.getByText('on BILL (close)').first()).toBeVisible();
});
