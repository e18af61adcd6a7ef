// What was typed, kept and brought in stays: with two tabs, a killed tab, a bad row, no network, and the way back.

import { readFileSync } from 'node:fs';
import type { BrowserContext, Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { beginSheet } from './kit/sheets.ts';
import { putRow, rowsOf } from './kit/store.ts';
import { killTab, silenceStore } from './kit/tabs.ts';
import { expect, test } from './kit/test.ts';

let context: BrowserContext;
let page: Page;
test.beforeEach(({ context: browser, page: own }) => {
  context = browser;
  page = own;
});
test.use({ seed: 'kept run' });

const done = (tab = page) =>
  expect(tab.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
const name = (tab = page) => tab.getByLabel('Name of the sheet');
const capital = (tab = page) => tab.getByLabel('Capital', { exact: true });
const toast = (text: string | RegExp, tab = page) =>
  tab.locator('[data-sonner-toast]').filter({ hasText: text }).first();
const sheetTabs = (tab = page) => tab.getByRole('navigation', { name: 'Open sheets' });
const market = (tab: string) => page.getByRole('tab', { name: tab, exact: true });

async function openSheet(): Promise<void> {
  await page.goto('/strategies');
  await done();
}

/** A second tab on the address of the first. */
async function secondTab(): Promise<Page> {
  const second = await context.newPage();
  await second.goto(page.url());
  await done(second);
  return second;
}

test('two tabs on one sheet: other fields stand in both; of one field, both values are there to choose from', async () => {
  await openSheet();
  const other = await secondTab();
  await test.step('what each types into other fields stands in both, and in the store', async () => {
    await name().fill('From the first tab');
    await expect(name(other)).toHaveValue('From the first tab');
    await capital(other).fill('250000');
    await expect(capital()).toHaveValue('250,000');
    await done();
    await other.reload();
    await done(other);
    await expect(name(other)).toHaveValue('From the first tab');
    await expect(capital(other)).toHaveValue('250,000');
  });
  await test.step('on one field at one moment: it is told, what was typed here stands, and undo has the other', async () => {
    // The first tab hears nothing while it types.
    await page.evaluate(() => {
      BroadcastChannel.prototype.postMessage = () => undefined;
    });
    await other.evaluate(() => {
      BroadcastChannel.prototype.postMessage = () => undefined;
    });
    await capital(other).fill('300000');
    await expect
      .poll(async () => JSON.stringify((await rowsOf(other, 'sheets')).map(({ draft }) => draft)))
      .toContain('300000');
    await capital().fill('400000');
    await expect(toast('was changed in another tab')).toBeVisible();
    await expect(capital()).toHaveValue('400000');
    await page.getByRole('button', { name: /^Undo “capital”/i }).click();
    await expect(capital()).toHaveValue('300,000');
    await other.close();
    await page.reload();
    await done();
    await expect(capital()).toHaveValue('300,000');
  });
});

test('two tabs on one universe and one setting: a name, a member and a column each chose are all there', async () => {
  await page.goto('/market?panel=universes');
  const second = await context.newPage();
  await second.goto('/market?panel=universes');
  const own = (tab: Page) => tab.getByRole('region', { name: /Skerry|Renamed/ });
  const title = own(page).getByLabel(/^Name of the universe/);
  await expect(title).toBeVisible();
  await expect(own(second).getByLabel(/^Name of the universe/)).toBeVisible();
  const spells = own(second).getByRole('button', { name: /^Remove / });
  const taken = await spells.first().getAttribute('aria-label');
  await title.fill('Renamed');
  await title.blur();
  await spells.first().click();
  await expect(own(second).getByLabel('Name of the universe Renamed')).toBeVisible();
  await expect(own(page).getByRole('button', { name: taken ?? '', exact: true })).toHaveCount(0);
  await page.reload();
  await expect(own(page).getByLabel('Name of the universe Renamed')).toBeVisible();
  await expect(own(page).getByRole('button', { name: taken ?? '', exact: true })).toHaveCount(0);
  for (const [tab, figure] of [
    [page, 'Beta'],
    [second, 'Payoff'],
  ] as const) {
    await tab.goto('/strategies');
    await done(tab);
    await tab.getByRole('button', { name: /choose the figures/ }).click();
    const tick = tab.getByRole('checkbox', { name: figure, exact: true });
    await tick.click();
    await expect(tick).not.toBeChecked();
    await tab.keyboard.press('Escape');
  }
  await page.reload();
  await done();
  for (const figure of ['Beta', 'Payoff'])
    await expect(page.getByRole('row', { name: new RegExp(`^${figure}`) })).toHaveCount(0);
  await second.close();
});

test('a run is kept by the click; a bad row is named, set aside and taken out', async () => {
  await openSheet();
  await test.step('a run is kept by the click: the page may be left at once', async () => {
    await name().fill('Kept at once');
    await done();
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await page.goto('/runs');
    const kept = page.getByRole('navigation', { name: 'Kept runs' });
    await expect(kept).toContainText(/Kept at once.*Skerry stocks/s);
    await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
    await expect(page.getByRole('status').filter({ hasText: 'Repeated to the last bit' })).toBeVisible();

    await page.goto('/strategies');
    await done();
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await expect(page.getByText('Kept.')).toBeVisible();
    expect(page.url()).toContain('/strategies');
  });
  await test.step('a bad row is named and set aside, the place works, and the row can be taken out', async () => {
    await putRow(page, 'runs', { id: 'broken', name: 'Broken', at: 1, summary: 'oops' });
    await putRow(page, 'settings', { key: 'hidden figures', value: 5 });
    await putRow(page, 'sheets', { id: 'torn', draft: 5 });
    await page.goto('/runs');
    await expect(page.getByRole('navigation', { name: 'Kept runs' })).toContainText('High ground');
    const aside = page.getByRole('alert', { name: 'Rows that cannot be read' });
    await expect(aside).toContainText('kept run “broken”');
    await page.goto('/strategies');
    await done();
    await expect(aside).toContainText('sheet “torn”');
    await aside.getByRole('button', { name: 'What they are' }).click();
    const download = page.waitForEvent('download');
    await aside.getByRole('button', { name: 'Save and take out' }).click();
    expect(readFileSync(await (await download).path(), 'utf8')).toContain('"draft": 5');
    await expect(aside).toBeHidden();
    await page.reload();
    await done();
    await expect(aside).toBeHidden();
    await page.goto('/runs');
    const taken = page.waitForEvent('download');
    await aside.getByRole('button', { name: 'What they are' }).click();
    await aside.getByRole('button', { name: 'Save and take out' }).click();
    await taken;
    await expect(aside).toBeHidden();
  });
});

test('a bad workspace is refused whole; an import is undone and done again, from the keyboard', async () => {
  await test.step('a workspace with a row that is none is refused whole, and the store is as it was', async () => {
    await page.goto('/market?panel=workspace');
    const contents = {
      format: 'plateau-workspace/1',
      listings: [],
      universes: [],
      sheets: [{ id: 's', draft: 5 }],
      logbook: [],
      runs: [],
      repairs: [],
      layouts: [],
      settings: [],
      bars: [],
    };
    await page.locator('input[aria-label="Workspace file"]').setInputFiles({
      name: 'bad.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from(zipSync({ 'workspace.json': strToU8(JSON.stringify(contents)) })),
    });
    const refused = page.getByRole('alert').filter({ hasText: 'the sheet “s” cannot be read' });
    await expect(refused).toContainText('The store is as it was');
  });
  await test.step('an import is undone and done again, from the keyboard', async () => {
    await market('Import').click();
    const rows = Array.from({ length: 30 }, (_x, i) => `2021-03-${String(i + 1).padStart(2, '0')},${10 + i}`);
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles({
        name: 'DRIFT.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`Date,Close\n${rows.join('\n')}\n`),
      });
    await page.getByRole('button', { name: 'Read 1 file' }).click();
    await expect(page.getByRole('status').filter({ hasText: '1 instrument with 30 bars' })).toBeVisible();
    const search = page.getByLabel('Search instruments');
    await search.fill('DRIFT');
    const row = page.getByRole('table', { name: 'Instruments' }).getByRole('button', { name: 'DRIFT' });
    await expect(row).toBeVisible();
    await market('Import').focus();
    await page.keyboard.press('ControlOrMeta+z');
    await expect(row).toBeHidden();
    await market('Import').focus();
    await page.keyboard.press('ControlOrMeta+y');
    await expect(row).toBeVisible();
  });
});

test('letters that the store has not taken outlive their tab, whatever another tab writes to the sheet', async () => {
  await openSheet();
  const url = page.url();
  const second = await secondTab();
  await silenceStore(page);
  await page.bringToFront();
  await name().click();
  await page.keyboard.press('ControlOrMeta+a');
  const typed = 'Killed with every letter in its place';
  await page.keyboard.type(typed);
  await capital(second).fill('123000');
  await done(second);
  page = await killTab(page);
  await second.reload();
  await done(second);
  await expect(name(second)).toHaveValue(typed);
  await expect(capital(second)).toHaveValue('123,000');
  await second.close();
  await page.goto(url);
  await expect(name()).toHaveValue(typed);
  await done();
});

test('text undoes as text and the place as the place, Back goes where one was, and letters are no shortcuts', async () => {
  await openSheet();
  await test.step('a text field undoes its own text; outside of fields the place undoes, deletions too', async () => {
    await capital().fill('300000');
    await done();
    await page.getByRole('tab', { name: 'Trades' }).click();
    const filter = page.getByRole('textbox', { name: /filter/i }).first();
    await filter.click();
    await page.keyboard.type('stop');
    await page.keyboard.press('ControlOrMeta+z');
    await expect(filter).not.toHaveValue('stop');
    await expect(capital()).toHaveValue('300,000');

    await beginSheet(page, 'A copy of this sheet');
    await expect(name()).toHaveValue('High ground copy');
    await done();
    await name().fill('To be deleted');
    await page.getByRole('button', { name: 'Delete', exact: true }).click();
    await expect(name()).not.toHaveValue('To be deleted');
    await page.getByRole('tab', { name: 'Trades' }).focus();
    await page.keyboard.press('ControlOrMeta+z');
    await expect(name()).toHaveValue('To be deleted');
    await page.getByRole('tab', { name: 'Trades' }).focus();
    await page.keyboard.press('ControlOrMeta+Shift+z');
    await expect(name()).not.toHaveValue('To be deleted');
    await page.getByRole('tab', { name: 'Trades' }).focus();
    await page.keyboard.press('ControlOrMeta+z');
    await expect(name()).toHaveValue('To be deleted');
  });
  await test.step('text typed in a rule as blocks stays text until it is left, and letters are no shortcuts', async () => {
    const sheets = await sheetTabs().getByRole('button').count();
    const group = page.getByRole('group', { name: 'Enter when, as text' });
    const blocks = page.getByRole('group', { name: 'Enter when, as blocks' });
    await page.getByRole('radio', { name: 'Text' }).click();
    const editor = page.getByRole('textbox', { name: 'Enter when' });
    await editor.click();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.insertText('close > ');
    await page.getByRole('radio', { name: 'Blocks' }).click();
    await expect(group).toBeVisible();
    await editor.click();
    await page.keyboard.press('ControlOrMeta+End');
    await page.keyboard.type('20-day average and not never');
    await page.keyboard.press('Escape');
    await expect(editor).toContainText('close > 20-day average and not never');
    await expect(editor).toBeFocused();
    expect(await sheetTabs().getByRole('button').count()).toBe(sheets);
    await name().click();
    await expect(blocks).toBeVisible();
  });
  await test.step('Back goes from a new sheet to the one before, and from a panel of the market to the one before', async () => {
    const first = await name().inputValue();
    const address = page.url();
    await beginSheet(page);
    await expect(name()).toHaveValue('Untitled');
    await page.goBack();
    await expect(name()).toHaveValue(first);
    expect(page.url()).toBe(address);
    await page.goForward();
    await expect(name()).toHaveValue('Untitled');

    await page.goto('/market');
    await expect(market('Chart')).toHaveAttribute('aria-selected', 'true');
    await market('Quality').click();
    await market('Feed').click();
    await page.goBack();
    await expect(market('Quality')).toHaveAttribute('aria-selected', 'true');
    await page.goBack();
    await expect(market('Chart')).toHaveAttribute('aria-selected', 'true');
  });
});

test.describe('with nothing in the browser', () => {
  test.use({ seed: 'nothing' });

  test('an unknown address brings no market in', async () => {
    await page.goto('/no/such/place');
    await expect(page.getByRole('heading', { name: 'There is no such place' })).toBeVisible();
    expect(await page.evaluate(() => indexedDB.databases().then((all) => all.length))).toBe(0);
  });
});
