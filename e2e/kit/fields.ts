// Fields as a trader uses them.

import { expect, type Locator } from '@playwright/test';

/** Picks from a list that is folded away: by the value of a choice, or by its words. */
export async function choose(
  field: Locator,
  choice: string | { readonly label: string } | { readonly index: number },
): Promise<void> {
  await field.click();
  const options = field.page().getByRole('option');
  if (typeof choice === 'string') {
    await field.page().locator(`[role=option][data-value="${choice}"]`).click();
    await expect(field).toHaveAttribute('data-value', choice);
  } else if ('label' in choice) await options.filter({ hasText: choice.label }).first().click();
  else await options.nth(choice.index).click();
  await expect(options).toHaveCount(0);
}

/** Picks an instrument, or what stands above instruments, by its symbol or name. */
export async function pick(field: Locator, search: string): Promise<void> {
  await field.click();
  const list = field.page().getByRole('dialog', { name: /^Pick / });
  await list.getByPlaceholder('Symbol or name').fill(search);
  await list.getByRole('option').filter({ hasText: search }).first().click();
  await expect(list).toBeHidden();
}
