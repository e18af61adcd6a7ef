// The address: it names what is open, Back and forward walk it, and a link carries a whole sheet.

import { readFileSync } from 'node:fs';
import type { BrowserContext, Page } from '@playwright/test';
import { choose, pick } from './kit/fields.ts';
import { expect, test } from './kit/test.ts';

let context: BrowserContext;
let page: Page;
test.beforeEach(({ context: browser, page: own }) => {
  context = browser;
  page = own;
});
const done = () =>
  expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');

async function figures(): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Figures', exact: true }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

test('Back and forward walk sheets, tabs, places and instruments; filters and zooms are where one is', async () => {
  await page.goto('/strategies');
  await done();
  await expect(page).toHaveTitle('High ground · Strategies · Plateau');
  const tab = (name: string | RegExp) => page.getByRole('tab', { name });
  await tab('Years').click();
  await expect(page).toHaveURL(/tab=years/);
  await tab(/^Logbook/).click();
  await expect(page).toHaveURL(/tab=logbook/);
  await page.goBack();
  await expect(tab('Years')).toHaveAttribute('aria-selected', 'true');
  await page.goBack();
  await expect(tab('Trades')).toHaveAttribute('aria-selected', 'true');
  await page.getByLabel('Filter the trades').fill('return>30%');
  await page.getByRole('table', { name: 'Trades' }).getByRole('button', { name: 'Profit' }).click();
  await choose(page.getByLabel('Group the table by'), 'side');
  await page.getByRole('group', { name: /Charts of the run/ }).focus();
  await page.keyboard.press('+');
  await expect(page).toHaveURL(/span=\d{4}-\d\d-\d\d\.\d{4}/);
  await expect(page).toHaveURL(/sort=profit-/);
  await page.reload();
  await done();
  await expect(page.getByLabel('Filter the trades')).toHaveValue('return>30%');
  await expect(page.getByLabel('Group the table by')).toHaveAttribute('data-value', 'side');
  await expect(page.getByRole('group', { name: /Charts of the run/ })).toContainText(/\d{4}-\d\d-\d\d to/);

  await page.getByRole('link', { name: 'Market', exact: true }).click();
  await page.getByLabel('Search instruments').fill('SK60');
  await page.getByRole('table', { name: 'Instruments' }).getByRole('button', { name: 'SK60' }).click();
  await expect(page).toHaveTitle('SK60 · Market · Plateau');
  await pick(page.getByLabel('Beside', { exact: true }), 'ABERK');
  await page.getByRole('radio', { name: 'Weeks' }).click();
  await page.reload();
  await expect(page.getByLabel('Beside', { exact: true })).toHaveText('ABERK');
  await expect(page.getByRole('radio', { name: 'Weeks' })).toBeChecked();
  await expect(page.getByLabel('Search instruments')).toHaveValue('SK60');
  await page.goBack();
  await page.goBack();
  await done();
  await page.goForward();
  await expect(page).toHaveURL(/\/market/);
});

test('a link to a sheet opened in an empty browser gives the same figures; one that was cut says so', async ({
  browser,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/strategies');
  await done();
  await page.locator('[data-field="limits.positions"]').getByRole('textbox').fill('7');
  await pick(page.getByLabel('Benchmark', { exact: true }), 'SWELL');
  await page.getByLabel('Name of the sheet').fill('To be sent');
  await expect(page.getByText('SWELL held').first()).toBeVisible();
  await done();
  const before = await figures();
  await page.getByRole('button', { name: 'Copy link' }).click();
  await expect(page.getByText('The link is copied.')).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await other.newPage();
  await page.goto(link);
  await expect(page.getByLabel('Name of the sheet')).toHaveValue('To be sent');
  await done();
  await expect(page).not.toHaveURL(/#sheet/);
  expect(await figures()).toBe(before);
  await page.goto('/runs');
  await page.goto(`${link.slice(0, -12)}`);
  await expect(page.getByText('The link holds no sheet that can be read')).toBeVisible();
  await other.close();
});

test('one instrument is traded without a universe made for it, and its run says so', async () => {
  await page.goto('/strategies');
  await done();
  await pick(page.getByLabel('Universe', { exact: true }), 'SWELL');
  await expect(page.getByLabel('Universe', { exact: true })).toHaveText('SWELL alone');
  await expect(page.getByText('Before the last edit')).toBeVisible();
  await done();
  const table = page.getByRole('table', { name: 'Trades' });
  // The trades follow the curve a moment later.
  await expect(table.getByRole('row').nth(1).getByRole('cell').first()).toHaveText('SWELL');
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await page.getByRole('link', { name: 'Open its report' }).click();
  await expect(page.getByRole('navigation', { name: 'Kept runs' })).toContainText('SWELL alone');
  await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit.' })).toBeVisible();
  await page.getByRole('button', { name: 'Doubt it …' }).click();
  await page.getByRole('menuitem', { name: 'Does it hold when it is nudged?' }).click();
  await page.getByRole('button', { name: /^Run / }).click();
  await expect(page.locator('[data-condition=found]')).toBeAttached();
});

test.describe('on a busy disk', () => {
  // What is changed is read back after the next change is made.
  test.use({ storeTakes: 500 });

  test('letters are commands until they are switched off', async () => {
    await page.goto('/strategies');
    await done();
    await page.getByRole('button', { name: 'Keys (?)' }).click();
    await page.getByRole('switch', { name: 'Single letters are commands' }).click();
    await page.keyboard.press('Escape');
    await page.getByRole('heading', { name: 'Trade', exact: true, includeHidden: true }).click();
    await page.keyboard.press('n');
    await page.keyboard.press('ControlOrMeta+.');
    await expect(page.getByPlaceholder('What do you want to do?')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByLabel('Name of the sheet')).toHaveValue('High ground');
  });
});
