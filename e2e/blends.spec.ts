// The Blends place: a blend built by pointing and held against the headless runner, its parts moved and faulty, kept and repeated.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { seriousFindings } from './kit/axe.ts';
import { choose } from './kit/fields.ts';
import { blendHeadless } from './kit/headless.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
let scratch: string;
test.beforeEach(({ page: own, scratch: folder }) => {
  page = own;
  scratch = folder;
});

const result = () => page.getByRole('region', { name: 'Result' });
/** The blend is mixed, and its parts have run alone. */
const whole = () => expect(result()).toHaveAttribute('data-whole', 'true');
const status = (name: string) => expect(result()).toHaveAttribute('data-status', name);
const share = (name: string) => page.getByRole('textbox', { name: `Share of ${name} in percent` });
const slider = (name: string) => page.getByRole('slider', { name: `Share of ${name}` });
const part = (name: string) =>
  page.getByRole('list', { name: 'Parts of the blend' }).locator(`[data-part="${name}"]`);
async function takenOut(item: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await page.getByRole('menuitem', { name: item }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

async function openDemo(name: string): Promise<void> {
  await page.goto('/blends');
  await page.getByRole('button', { name: `Open “${name}”` }).click();
  await whole();
}

async function openShelfSheet(name: string): Promise<void> {
  await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
  const shelf = page.getByRole('region', { name: 'Shelf' });
  await shelf.getByRole('searchbox').fill(name);
  await shelf.getByRole('button', { name }).first().click();
  await expect(page.getByRole('textbox', { name: 'Name of the sheet' })).toHaveValue(name);
}

test('a blend of three sheets is built by pointing, and is the headless runner’s to the last bit in both forms', async () => {
  await page.goto('/strategies');
  await status('done');
  for (const name of ['Dip in a rising field', 'Monthly relay']) await openShelfSheet(name);
  await page.getByRole('button', { name: 'Blend sheets …' }).click();
  for (const name of ['High ground', 'Dip in a rising field'])
    await page.getByRole('checkbox', { name }).click();
  await page.getByRole('button', { name: 'Blend these 3' }).click();
  await whole();
  await page.getByLabel('Name of the blend').fill('Three ways');
  await slider('High ground').focus();
  for (let k = 0; k < 4; k++) await page.keyboard.press('ArrowRight');
  await choose(page.getByRole('combobox', { name: 'When' }), 'quarter-end');
  await page.getByRole('textbox', { name: 'Moving money costs' }).fill('10');
  await page.keyboard.press('Tab');
  await whole();

  const files: string[] = [];
  const equities: string[] = [];
  const take = async (name: string): Promise<void> => {
    const file = join(scratch, `${name}.json`);
    writeFileSync(file, await takenOut('Blend as JSON'));
    files.push(file);
    equities.push(await takenOut('Equity as CSV'));
    const { figures } = JSON.parse(await takenOut('Figures as JSON'));
    expect(figures.trades).toBeGreaterThan(300);
  };
  await take('apart');
  await page.getByRole('radio', { name: /^One account/ }).click();
  await whole();
  await take('together');
  const outs = blendHeadless(scratch, ...files);
  for (const [k, out] of outs.entries()) {
    expect(equities[k]).toBe(readFileSync(join(out, 'equity.csv'), 'utf8'));
  }
  expect(equities[0]).not.toBe(equities[1]);
});

test('faults of a blend stand at their places over the last good result, and nothing is lost', async () => {
  await page.goto('/strategies');
  await status('done');
  await openShelfSheet('Monthly relay');
  await page.getByRole('button', { name: 'Blend sheets …' }).click();
  await page.getByRole('checkbox', { name: 'High ground' }).click();
  await page.getByRole('button', { name: 'Blend these 2' }).click();
  await whole();
  await share('High ground').fill('80');
  await status('faulty');
  await expect(page.getByRole('alert').filter({ hasText: 'The shares add up to 130%' })).toBeVisible();
  await expect(result().getByRole('table', { name: 'Headline figures' })).toBeVisible();
  await page.getByRole('button', { name: 'Make 100' }).click();
  await whole();
  await expect(share('High ground')).toHaveValue('61.54');

  await page.getByRole('textbox', { name: 'Name of part 1' }).fill('High ground');
  await expect(part('High ground').last().getByRole('alert')).toContainText(
    'Two parts are named “High ground”',
  );
  await page.getByRole('textbox', { name: 'Name of part 1' }).fill('Relay');
  await whole();

  // A part that is off leaves its share to the others; a part that is edited elsewhere says so.
  await page.getByRole('checkbox', { name: 'Relay is on' }).click();
  await expect(result().getByText('1 part,')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Relay is on' }).click();
  await expect(result().getByText('2 parts,')).toBeVisible();
  await part('High ground').getByRole('link').click();
  await page.getByRole('textbox', { name: 'Slots' }).fill('6');
  await status('done');
  await page.getByRole('link', { name: 'Blends', exact: true }).click();
  await expect(part('High ground').getByText('The sheet has changed')).toBeVisible();
  await part('High ground').getByRole('button', { name: 'Noted' }).click();
  await expect(part('High ground').getByText('The sheet has changed')).toBeHidden();

  // Its sheet is deleted: the part says so, and is frozen as it was.
  await part('High ground').getByRole('link').click();
  await expect(page.getByRole('textbox', { name: 'Name of the sheet' })).toHaveValue('High ground');
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('“High ground” is deleted.')).toBeVisible();
  await page.getByRole('link', { name: 'Blends', exact: true }).click();
  await expect(part('High ground').getByRole('alert')).toContainText('is deleted');
  await part('High ground').getByRole('button', { name: 'Freeze it as it was' }).click();
  await whole();
  await expect(part('High ground').getByText('frozen')).toBeVisible();
});

test('parts are moved and varied, and a blend goes out as a file and comes in again', async () => {
  await test.step('parts are moved by keys, lit, added and taken out; variants are written down and come back', async () => {
    await openDemo('Dips, new ground and bonds');
    await expect(page.getByRole('tab', { name: 'Logbook (1)' })).toBeVisible();
    const names = () =>
      page
        .getByRole('list', { name: 'Parts of the blend' })
        .locator('[data-part]')
        .evaluateAll((rows) => rows.map((row) => row.getAttribute('data-part')));
    await page.getByRole('button', { name: 'More for Long bonds' }).click();
    await page.getByRole('menuitem', { name: 'Move up' }).click();
    await expect.poll(names).toEqual(['Dips', 'Long bonds', 'New ground in fair weather']);
    await page.getByRole('button', { name: 'Light Long bonds' }).click();
    await expect(page.getByRole('button', { name: 'Light Long bonds' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await page.getByRole('button', { name: 'Add cash' }).click();
    await expect(share('Cash')).toHaveValue('25');
    await whole();
    await page.getByRole('button', { name: 'More for Cash' }).click();
    await page.getByRole('menuitem', { name: 'Remove' }).click();
    await expect.poll(names).toEqual(['Dips', 'Long bonds', 'New ground in fair weather']);
    await page.getByRole('button', { name: 'Equal', exact: true }).click();
    await whole();
    await page.getByRole('tab', { name: /^Logbook \([2-9]\)/ }).click();
    const first = page.getByRole('listitem').filter({ hasText: 'the first that was run' });
    await first.getByRole('button', { name: 'Bring back' }).click();
    await expect.poll(names).toEqual(['Dips', 'New ground in fair weather', 'Long bonds']);
    await expect(share('Dips')).toHaveValue('35');
    await whole();

    // What is held back is held back here too, and counted when it is opened.
    await page.getByRole('textbox', { name: 'Out-of-sample from' }).fill('2023-01-01');
    await expect(page.getByText('Never opened so far')).toBeVisible();
    await expect(result().getByText('5.0 years')).toBeVisible();
    await page.getByRole('button', { name: 'Open out-of-sample' }).click();
    await expect(page.getByRole('table', { name: 'In-sample and out-of-sample' })).toBeVisible();
  });
  await test.step('a blend goes out as a file and comes in again; copies of one sheet make another', async () => {
    await page.getByRole('button', { name: 'All blends' }).click();
    await page.getByRole('button', { name: 'Open “One idea four times”' }).click();
    await whole();
    const file = join(scratch, 'four.json');
    writeFileSync(file, await takenOut('Blend as JSON'));
    const equity = await takenOut('Equity as CSV');
    await page.getByLabel('Blend file', { exact: true }).setInputFiles(file);
    await expect(page.getByText('is imported, its strategies frozen')).toBeVisible();
    await whole();
    expect(await takenOut('Equity as CSV')).toBe(equity);
    writeFileSync(file, JSON.stringify({ format: 'plateau-blend/1', form: 'apart', parts: [] }));
    await page.getByLabel('Blend file', { exact: true }).setInputFiles(file);
    await expect(page.getByText('Nothing was imported.')).toBeVisible();

    await page.getByRole('button', { name: 'All blends' }).click();
    await page.getByRole('button', { name: 'Copies of one sheet …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('textbox').fill('close > 50-day average\nclose > 50-day avrage');
    await expect(dialog.getByRole('alert')).toContainText('avrage');
    await dialog
      .getByRole('textbox')
      .fill('close > 50-day average\nclose > 150-day average\n60-day return > 0');
    await dialog.getByRole('button', { name: 'Blend 3 copies' }).click();
    await whole();
    await expect(part('60-day return > 0')).toBeVisible();
  });
});

test('a blend is looked at in either form and by night, kept, and read to the bottom', async () => {
  await test.step('the place has no serious accessibility fault, in either form and by night', async () => {
    await page.goto('/blends');
    await expect(page.getByRole('heading', { name: 'Your blends' })).toBeVisible();
    expect(await seriousFindings(page)).toEqual([]);
    await page.getByRole('button', { name: 'From sheets or kept runs …' }).click();
    expect(await seriousFindings(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Open “One idea four times”' }).click();
    await whole();
    for (const tab of [
      'Parts',
      'Alike',
      'Earned',
      'At work',
      'Candidates',
      'Trades',
      'Next orders',
      /^Logbook/,
    ]) {
      await page.getByRole('tab', { name: tab }).click();
      expect(await seriousFindings(page), String(tab)).toEqual([]);
    }
    await page.getByRole('radio', { name: /^One account/ }).click();
    await whole();
    await page.getByRole('button', { name: 'Night map' }).click();
    await page.getByRole('tab', { name: 'Alike' }).click();
    expect(await seriousFindings(page)).toEqual([]);
  });
  await test.step('a kept blend is read to the bottom: parts, trades, days, reasons, files, side by side', async () => {
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await page.getByRole('link', { name: 'Open its report' }).click();
    const report = page.getByTestId('report');
    await expect(report).toHaveAttribute('data-ready', 'true');
    expect(await seriousFindings(page)).toEqual([]);
    await expect(page.getByRole('table', { name: 'Earned by year and part' }).getByRole('row')).toHaveCount(
      10,
    );
    const trades = page.getByRole('table', { name: 'Trades', exact: true });
    await trades.getByRole('row').nth(1).getByRole('button').click();
    await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Open the day' }).click();
    await expect(
      page.getByRole('table', { name: 'Positions of the day' }).getByText('Above 170 days').first(),
    ).toBeVisible();
    await page.keyboard.press('Escape');
    const zip = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Take out', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Data as CSV' }).click();
    const files = unzipSync(readFileSync(await (await zip).path()));
    expect(strFromU8(files['trades.csv'] ?? new Uint8Array())).toContain('\nAbove 190 days,');
    const html = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Take out', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Report as HTML' }).click();
    expect(readFileSync(await (await html).path(), 'utf8')).toContain('Earned by year and part');

    await page.goto('/strategies');
    await status('done');
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await page.getByRole('link', { name: 'Open its report' }).click();
    const boxes = page.getByRole('checkbox', { name: /^Side by side/ });
    await expect(boxes).toHaveCount(2);
    for (const box of await boxes.all()) await box.click();
    await expect(page.getByRole('region', { name: 'Runs side by side' })).toHaveAttribute(
      'data-ready',
      'true',
    );
    await expect(page.getByRole('table', { name: 'Settings side by side' })).toContainText('Who buys first');
    await expect(page.getByRole('button', { name: 'Blend these …' })).toBeVisible();
  });
});
