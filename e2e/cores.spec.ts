// A machine with more cores: the page's engine shares a run with helpers, and says the same.

import type { Page } from '@playwright/test';
import { expect, test } from './kit/test.ts';

test.use({ seed: 'market' });

/** The headline figures of the sheet that opens, and how many workers the page then has. */
async function figuresOn(page: Page): Promise<{ readonly text: string; readonly workers: number }> {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  const text = await page.getByRole('table', { name: 'Headline figures' }).innerText();
  return { text, workers: page.workers().length };
}

test('a page of four cores runs on three of them, to the same figures', async ({ page }) => {
  const few = await figuresOn(page);
  await page.addInitScript("Object.defineProperty(navigator, 'hardwareConcurrency', { value: 4 })");
  const many = await figuresOn(page);
  expect(many.workers).toBe(few.workers + 2);
  expect(many.text).toBe(few.text);
  // Helpers that have started meanwhile share the next run: an edit and its way back.
  const capital = page.locator('[data-field="account.capital"]').getByRole('textbox');
  const was = await capital.inputValue();
  await capital.fill('50000');
  await expect(page.getByRole('table', { name: 'Headline figures' })).not.toHaveText(many.text);
  await capital.fill(was);
  await expect.poll(() => page.getByRole('table', { name: 'Headline figures' }).innerText()).toBe(few.text);
});
