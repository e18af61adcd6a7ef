// One evening's work without a pointer: a rule changed, a trade looked at, a run kept and read, a study asked, help found.

import type { Locator, Page } from '@playwright/test';
import { expect, test } from './kit/test.ts';

/** Presses Tab until this has the focus, as one who cannot point would. */
async function tabTo(page: Page, target: Locator, backwards = false): Promise<void> {
  await expect(target).toBeVisible();
  const isThere = (): Promise<boolean> => target.evaluate((element) => element === document.activeElement);
  for (let k = 0; k < 60; k++) {
    if (await isThere()) return;
    await page.keyboard.press(backwards ? 'Shift+Tab' : 'Tab');
  }
  await expect(target).toBeFocused();
}

async function command(page: Page, name: string): Promise<void> {
  await page.keyboard.press('Control+.');
  await expect(page.getByPlaceholder('What do you want to do?')).toBeFocused();
  await page.keyboard.type(name);
  await expect(page.getByRole('option', { name }).first()).toBeVisible();
  await page.keyboard.press('Enter');
}

const result = (page: Page) => page.getByRole('region', { name: 'Result' });
const done = (page: Page) => expect(result(page)).toHaveAttribute('data-status', 'done');

test('an idea is changed, looked at, kept, doubted and read about by keys alone', async ({ page }) => {
  await page.goto('/strategies');
  await done(page);
  const cagr = result(page).getByRole('row', { name: /^CAGR/ });
  const before = (await cagr.textContent()) ?? '';

  // The rule: its length is 60 days, and 40 is asked instead. Undo takes it back.
  await page.keyboard.press('e');
  const length = page.getByRole('group', { name: 'Enter when, as blocks' }).getByRole('textbox').nth(1);
  await tabTo(page, length);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('40');
  await page.keyboard.press('Enter');
  await expect(cagr).not.toHaveText(before);
  await done(page);

  // The chart: zoomed, moved, told in numbers.
  const chart = page.getByRole('group', { name: /^Charts of the run/ });
  await page.keyboard.press('Tab');
  await page.keyboard.press('r');
  await expect(result(page)).toBeFocused();
  await tabTo(page, chart);
  await page.keyboard.press('+');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('t');
  await expect(page.getByRole('table', { name: /in numbers/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(chart).toBeFocused();
  await page.keyboard.press('0');

  // A trade: opened, the worst of all, and back where it was opened.
  const first = page
    .getByRole('table', { name: 'Trades', exact: true })
    .getByRole('row')
    .nth(1)
    .getByRole('button');
  await tabTo(page, first);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
  await page.keyboard.press('w');
  await expect(page).toHaveURL(/trade=/);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('trade')).toBeHidden();
  await expect(first).toBeFocused();

  // What “?” says of it, and back to the sheet as it was.
  await page.keyboard.press('p');
  await tabTo(page, page.getByRole('link', { name: 'Help on ranking' }), true);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/help\/sheet#prefer$/);
  await page.goBack();
  await done(page);
  await expect(length).toHaveValue('40');

  // The run: kept, and its report read.
  await page.keyboard.press('r');
  await expect(result(page)).toBeFocused();
  await tabTo(page, page.getByRole('button', { name: 'Keep this run' }));
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kept.')).toBeVisible();
  await command(page, 'Runs');
  await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
  const years = page
    .getByRole('navigation', { name: 'Parts of the report' })
    .getByRole('link', { name: 'Calendar' });
  await tabTo(page, years);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Calendar' })).toBeInViewport();

  // A study that comes with Plateau: begun, run, and its map walked over.
  await command(page, 'Studies');
  const demo = page.getByRole('button', { name: 'Begin “Dips, setting by setting”' });
  await tabTo(page, demo);
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('button', { name: /^Run/ }));
  await page.keyboard.press('Enter');
  const map = page.getByRole('group', { name: /Arrows light one setting after another/ }).first();
  await expect(page.getByText(/ The peak, /)).toBeVisible();
  await tabTo(page, map);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('table', { name: /^Figures of / })).toBeVisible();

  // The market: its long list is one stop of Tab, and arrows lead through it.
  await command(page, 'Market');
  const row = (symbol: string): Locator =>
    page
      .getByRole('table', { name: 'Instruments', exact: true })
      .getByRole('button', { name: symbol, exact: true });
  await tabTo(page, row('ABERK'));
  await page.keyboard.press('ArrowDown');
  await expect(row('ACKEV')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/symbol=ACKEV/);
  await page.keyboard.press('End');
  await expect(page.locator('[aria-rowindex="34"]').getByRole('button')).toBeFocused();
  await page.keyboard.press('Home');
  await expect(row('ABERK')).toBeFocused();
  const quality = page.getByRole('tab', { name: 'Quality' });
  await tabTo(page, page.getByRole('tab', { name: 'Chart' }));
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(quality).toHaveAttribute('data-state', 'active');
});
