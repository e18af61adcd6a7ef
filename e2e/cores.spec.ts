// A machine with more cores: the page's engine shares a run with helpers, and says the same.

import type { Page } from '@playwright/test';
import { expect, test } from './kit/test.ts';

test.use({ showsLastRun: false });

/** What the strategy's own column says: the one beside it tells of the last edit, which may come and go. */
function ownColumn(page: Page): Promise<string[]> {
  return page
    .getByRole('table', { name: 'Headline figures' })
    .locator('tbody tr td:first-of-type')
    .allInnerTexts();
}

/** The headline figures of the sheet that opens on a machine of so many cores. */
async function figuresOn(page: Page, cores: number): Promise<string[]> {
  await page.addInitScript(
    `Object.defineProperty(navigator, 'hardwareConcurrency', { value: ${cores}, configurable: true })`,
  );
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  // Once bars are read: those of all cores but the page's own, and one for harder runs.
  await expect.poll(() => page.workers().length).toBe(cores);
  return ownColumn(page);
}

test('a page of four cores runs on three of them, to the same figures', async ({ page }) => {
  const few = await figuresOn(page, 2);
  expect(few.length).toBeGreaterThan(5);
  const many = await figuresOn(page, 4);
  expect(many).toEqual(few);
  // Helpers that have started meanwhile share the next run: an edit and its way back.
  const capital = page.locator('[data-field="account.capital"]').getByRole('textbox');
  const was = await capital.inputValue();
  await capital.fill('50000');
  await expect.poll(() => ownColumn(page)).not.toEqual(many);
  await capital.fill(was);
  await expect.poll(() => ownColumn(page)).toEqual(few);
});
