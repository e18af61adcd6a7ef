// A page that is loaded again shows what it showed, before its engine has run anything; but only if that is still so.

import type { Page } from '@playwright/test';
import { expect, test } from './kit/test.ts';

const growth = (page: Page) =>
  page
    .getByRole('table', { name: 'Headline figures' })
    .getByRole('row', { name: 'CAGR' })
    .getByRole('cell')
    .first();
const done = (page: Page) =>
  expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');

/** How many runs are kept to be shown again. */
const keptRuns = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const request = indexedDB.open('plateau shown runs');
        request.onsuccess = () => {
          const { result } = request;
          const rows = result.objectStoreNames.contains('runs')
            ? result.transaction('runs').objectStore('runs').count()
            : undefined;
          result.close();
          if (!rows) return resolve(0);
          rows.onsuccess = () => resolve(rows.result);
        };
      }),
  );

/** Notes each growth that the page shows from now on, also of pages to come. */
const noteGrowth = (page: Page) =>
  page.addInitScript(() => {
    const seen: string[] = [];
    Object.assign(window, { seen });
    new MutationObserver(() => {
      const rows = [...document.querySelectorAll('table[aria-label="Headline figures"] tbody tr')];
      const text = rows.find((row) => row.textContent?.startsWith('CAGR'))?.querySelector('td')?.textContent;
      if (text && text !== seen.at(-1)) seen.push(text);
    }).observe(document, { subtree: true, childList: true, characterData: true });
  });
const seenGrowth = (page: Page): Promise<string[]> =>
  page.evaluate(() => (window as unknown as { seen: string[] }).seen);

test('a page whose engine never answers shows the run of the last page', async ({ page }) => {
  await page.goto('/strategies');
  await done(page);
  const before = await growth(page).innerText();
  await page.getByLabel('Slots', { exact: true }).fill('3');
  await expect(growth(page)).not.toHaveText(before);
  await done(page);
  const edited = await growth(page).innerText();
  await expect.poll(() => keptRuns(page)).toBeGreaterThan(0);

  // The run of the edit, not the one before it, is the last.
  const next = await page.context().newPage();
  await next.addInitScript(() => {
    Object.assign(window, {
      Worker: class {
        addEventListener(): void {}
        postMessage(): void {}
        terminate(): void {}
      },
    });
  });
  await expect(async () => {
    await next.goto('/strategies');
    await expect(growth(next)).toHaveText(edited, { timeout: 5_000 });
  }).toPass();
  await done(next);
});

test('a page whose universe has changed since shows its own run alone', async ({ page }) => {
  await noteGrowth(page);
  await page.goto('/strategies');
  await done(page);
  const before = await growth(page).innerText();
  await expect.poll(() => keptRuns(page)).toBeGreaterThan(0);
  await page.goto('/strategies');
  await done(page);
  expect(await seenGrowth(page)).toEqual([before]);

  await page.evaluate(
    () =>
      new Promise((resolve) => {
        const request = indexedDB.open('plateau');
        request.onsuccess = () => {
          const change = request.result.transaction('universes', 'readwrite');
          const universes = change.objectStore('universes');
          const all = universes.getAll();
          all.onsuccess = () => {
            for (const row of all.result) universes.put({ ...row, members: row.members.slice(0, -20) });
          };
          change.oncomplete = () => {
            request.result.close();
            resolve(undefined);
          };
        };
      }),
  );
  await page.goto('/strategies');
  await done(page);
  const seen = await seenGrowth(page);
  expect(seen).toHaveLength(1);
  expect(seen[0]).not.toBe(before);
});
