// What is shown and taken out does not depend on the machine's fonts, time zone, language or scale. All other tests choose theirs.

import { readFileSync } from 'node:fs';
import type { BrowserContextOptions } from '@playwright/test';
import { headless } from './kit/seeds.ts';
import { expect, test } from './kit/test.ts';

/** Each has the machine's own fonts. */
const OTHERS: Readonly<Record<string, BrowserContextOptions>> = {
  'in German, fourteen hours ahead of Greenwich, on a screen of two dots a pixel': {
    locale: 'de-DE',
    timezoneId: 'Pacific/Kiritimati',
    deviceScaleFactor: 2,
  },
  'eleven hours behind it, at night, with movement': {
    timezoneId: 'Pacific/Pago_Pago',
    colorScheme: 'dark',
    reducedMotion: 'no-preference',
  },
};

for (const [where, elsewhere] of Object.entries(OTHERS)) {
  test.describe(where, () => {
    test.use({ seed: 'kept run', elsewhere });

    test(`${where} a run has the same figures and days, and a number is written the same`, async ({
      page,
    }) => {
      await page.goto('/runs');
      await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
      await expect(page.getByText('Repeated to the last bit.')).toBeVisible();
      const { figures } = JSON.parse(headless('summary.json'));
      const curve = page.getByRole('table', { name: 'Figures: The curve' });
      await expect(curve.getByRole('row', { name: 'CAGR' }).getByRole('cell').first()).toHaveText(
        `${(100 * figures.cagr).toFixed(1)}%`.replace('-', '−'),
      );
      const trades = page.getByRole('table', { name: 'Trades', exact: true }).getByRole('row').nth(1);
      const [symbol, entered] = await Promise.all(
        [0, 2].map((place) => trades.getByRole('cell').nth(place).innerText()),
      );
      expect(headless('trades.csv')).toMatch(new RegExp(`^${symbol},long,.*${entered}`, 'm'));
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide).toBeLessThanOrEqual(1280);
      await page.goto('/strategies');
      await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
      const capital = page.getByLabel('Capital', { exact: true });
      await capital.fill('250000');
      await capital.blur();
      await expect(capital).toHaveValue('250,000');
      await page.getByRole('textbox', { name: 'Out-of-sample from' }).fill('2023-01-01');
      await expect(page.getByText('Never opened so far.')).toBeVisible();
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name: 'Export as strategy file' }).click();
      const file = JSON.parse(readFileSync(await (await download).path(), 'utf8'));
      expect(file.account.capital).toBe(250_000);
    });
  });
}
