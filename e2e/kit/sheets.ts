// Sheets as a trader begins them.

import { expect, type Page } from '@playwright/test';

export const EMPTY = 'Empty, on this market';

/** Begins a sheet by the menu of new ones. */
export async function beginSheet(page: Page, how: string = EMPTY): Promise<void> {
  await page.getByRole('button', { name: 'New sheet', exact: true }).click();
  await page.getByRole('menuitem', { name: how }).click();
  if (how === EMPTY) await expect(page.getByLabel('Name of the sheet')).toHaveValue('Untitled');
}
