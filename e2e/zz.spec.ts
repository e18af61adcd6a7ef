import { expect, test } from './kit/test.ts';

test('capital', async ({ page }) => {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  const field = page.getByLabel('Capital', { exact: true });
  await field.fill('{lots}');
  await page.waitForTimeout(1500);
  console.log(
    'value',
    await field.inputValue(),
    '|',
    await page.locator('[data-field="account.capital"]').innerText(),
    '|',
    await page.getByRole('alert').allInnerTexts(),
  );
  await page.screenshot({ path: '/tmp/prof/cap.png' });
  await page.goto('/studies');
});
