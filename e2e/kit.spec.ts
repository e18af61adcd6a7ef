// Every part of the kit in every state: by keyboard, by pointer, in both themes.

import type { Page } from '@playwright/test';
import { BY_NIGHT_AND_DAY } from './kit/axe.ts';
import { choose, pick } from './kit/fields.ts';
import { expect, test } from './kit/test.ts';

test.use({ seed: 'nothing', tolerated: /it was told to break/ });

let page: Page;
test.beforeEach(async ({ page: own }) => {
  page = own;
  await page.goto('/kit');
  await expect(page.getByRole('main')).toHaveAttribute('data-ready', 'true');
});
const part = (title: string) => page.getByRole('region', { name: title, exact: true });

test('axe finds nothing serious in any state, by day and by night', async () => {
  for (const [theme, findings] of BY_NIGHT_AND_DAY) {
    await page.getByRole('button', { name: theme }).click();
    expect(await findings(page)).toEqual([]);
    await page.getByLabel('Day: calendar').click();
    await expect(page.getByRole('grid')).toBeVisible();
    expect(await findings(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByLabel('Instrument', { exact: true }).click();
    expect(await findings(page)).toEqual([]);
    await page.keyboard.press('Escape');
  }
});

test('a list is opened, searched and chosen from by keys; an empty value is a choice like any other', async () => {
  const order = page.getByLabel('Order', { exact: true });
  await order.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name: 'highest first' })).toBeFocused();
  await page.keyboard.type('low');
  // The list moves its focus a moment after the key.
  await expect(page.getByRole('option', { name: 'lowest first' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(order).toHaveText('lowest first');
  await expect(order).toBeFocused();
  await choose(order, '');
  await expect(order).toHaveText('by symbol');
  await expect(part('One of several').getByRole('radio', { name: 'by symbol' })).toBeChecked();
  await expect(page.getByLabel('Order, disabled')).toBeDisabled();
  await expect(page.getByLabel('Nothing chosen')).toHaveText('3 more');
});

test('one of thousands of instruments is found by its symbol or its name, any symbol only where it may be', async () => {
  const field = page.getByLabel('Instrument', { exact: true });
  await pick(field, 'S4711');
  await expect(field).toHaveText('S4711');
  await field.click();
  const list = page.getByRole('dialog', { name: 'Pick instrument' });
  // Only the rows in view are drawn.
  await expect(list.getByRole('option').first()).toBeVisible();
  expect(await list.getByRole('option').count()).toBeLessThan(60);
  await page.getByPlaceholder('Symbol or name').fill('fishery 31');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(field).toHaveText('S0131');
  await field.click();
  await page.getByPlaceholder('Symbol or name').fill('ZZZ');
  await expect(list).toContainText('There is no instrument of this symbol or name.');
  await page.keyboard.press('Escape');
  await page.getByLabel('Any symbol', { exact: true }).click();
  await page.getByPlaceholder('Symbol or name').fill('ZZZ');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Any symbol', { exact: true })).toHaveText('ZZZ');
  await page.getByRole('button', { name: 'No any symbol' }).click();
  await expect(page.getByLabel('Any symbol', { exact: true })).toHaveText('pick one');
});

test('a day is typed, pointed at, and chosen by its words', async () => {
  const field = page.getByLabel('Day', { exact: true });
  await field.fill('2015-06-10');
  await page.getByLabel('Day: calendar').click();
  await page.getByRole('button', { name: 'Wednesday 17 June 2015' }).click();
  await expect(field).toHaveValue('2015-06-17');
  await page.getByLabel('Day: calendar').click();
  await choose(page.getByRole('combobox', { name: /year/i }), { label: '2019' });
  await page.getByRole('button', { name: 'Monday 3 June 2019' }).click();
  await expect(field).toHaveValue('2019-06-03');
  await page.getByLabel('Day: calendar').click();
  await page.getByRole('button', { name: 'first day' }).click();
  await expect(field).toHaveValue('2008-05-01');
});

test('a number sets its thousands apart when it is left, says what it was taken for, and gives way to a dial', async () => {
  const field = page.getByLabel('Sum', { exact: true });
  const kept = page.getByLabel('As it is kept');
  await expect(field).toHaveValue('100,000');
  await field.press('End');
  await field.pressSequentially('0.5x');
  await expect(field).toHaveValue('1000000.5x');
  await expect(page.getByRole('status').filter({ hasText: '“1000000.5x” is no number' })).toBeVisible();
  await field.press('Backspace');
  await expect(page.getByRole('status').filter({ hasText: '= 1,000,000.5' })).toBeVisible();
  await expect(kept).toHaveText('1000000.5');
  await field.fill('10.000');
  await page.getByRole('button', { name: '10,000?' }).click();
  await expect(kept).toHaveText('10000');
  await field.blur();
  await expect(field).toHaveValue('10,000');
  await field.press('ControlOrMeta+a');
  await field.press('Delete');
  await expect(kept).toHaveText('');
  await field.pressSequentially('{slots}');
  await expect(field).toBeFocused();
  await expect(kept).toHaveText('{slots}');
  await field.fill('12');
  await expect(kept).toHaveText('12');
});

test('a table is sorted, grouped and made wider; its first column stays in view', async () => {
  const rows = part('A table of 2,000 rows');
  const first = rows.getByRole('row').nth(1);
  await rows.getByRole('button', { name: 'Sum' }).click();
  await expect(rows.getByRole('columnheader', { name: 'Sum' })).toHaveAttribute('aria-sort', 'descending');
  await expect(first).toContainText('100');
  await rows.getByRole('checkbox', { name: 'In groups' }).click();
  await expect(rows.getByRole('row')).toHaveCount(4);
  await rows.getByRole('button', { name: /^side 0, / }).click();
  await expect.poll(() => rows.getByRole('row').count()).toBeGreaterThan(8);
  const head = rows.getByRole('columnheader', { name: 'Name' });
  const before = (await head.boundingBox())?.width ?? 0;
  const box = await head.boundingBox();
  if (!box) throw new Error('no column');
  await page.mouse.move(box.x + box.width - 1, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width + 39, box.y + 8, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await head.boundingBox())?.width ?? 0).not.toBe(before);
});

test('a part that fails says so, and the others go on', async () => {
  const faults = part('A part that fails');
  await faults.getByRole('checkbox', { name: 'Break it' }).click();
  await expect(faults.getByRole('alert')).toContainText('The broken part cannot be shown');
  await expect(faults.getByRole('alert')).toContainText('it was told to break');
  await expect(faults.getByRole('link', { name: 'Take the workspace out as a file' })).toBeVisible();
  await expect(faults).toContainText('What stands beside it.');
  await faults.getByRole('checkbox', { name: 'Break it' }).click();
  await expect(faults).toContainText('Whole.');
});

test('something for good is asked before, and left by Escape', async () => {
  await page.getByRole('button', { name: 'Something for good …' }).click();
  await expect(page.getByRole('alertdialog', { name: 'Really?' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('alertdialog')).toBeHidden();
});
