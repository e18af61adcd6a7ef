// Ready sheets, dials, what an edit changed, cautions, and the logbook of variants.

import type { Page } from '@playwright/test';
import { BY_NIGHT_AND_DAY } from './kit/axe.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
test.beforeEach(({ page: own }) => {
  page = own;
});

const result = () => page.getByRole('region', { name: 'Result' });
const done = () => expect(result()).toHaveAttribute('data-status', 'done');
const figures = () => page.getByRole('table', { name: 'Headline figures' });
const entries = () => page.getByRole('list', { name: 'Logbook' }).getByRole('listitem');
const growth = () => figures().getByRole('row', { name: 'CAGR' }).getByRole('cell').first().innerText();

async function turnDial(): Promise<void> {
  const thumb = page.getByRole('slider', { name: 'Dial weak' });
  await thumb.focus();
  for (let k = 0; k < 4; k++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByLabel('Value of weak')).toHaveValue('8');
  await expect(page.getByRole('tab', { name: 'Logbook (2)' })).toBeVisible();
}

/** Names the first variant, which stands second. */
async function nameTheFirst(): Promise<void> {
  await page.getByRole('tab', { name: 'Logbook (2)' }).click();
  const name = entries()
    .nth(1)
    .getByLabel(/^Name of the variant/);
  await name.fill('as it came');
  await name.blur();
}

test('a ready sheet is found and opened; its variants are told, named, searched, brought back and laid side by side', async () => {
  await page.goto('/strategies');
  await done();
  await test.step('a ready sheet is found, read about, and opened as a copy', async () => {
    await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
    await page.getByLabel('Search the shelf').fill('short run-up');
    const shelf = page.getByRole('list', { name: 'Ready sheets' });
    await expect(shelf.getByRole('listitem')).toHaveCount(1);
    await page.getByLabel('Search the shelf').fill('pullback');
    await expect(shelf).toContainText('buyers who come back within days');
    await page.getByRole('button', { name: 'Open a copy of Dip in a rising field' }).click();
    await expect(page.getByLabel('Name of the sheet')).toHaveValue('Dip in a rising field');
    await done();
    await expect(page.getByRole('tab', { name: 'Logbook (1)' })).toBeVisible();
  });
  await test.step('a dial is turned by keys, the curve follows, and the change of each figure is told', async () => {
    const before = await growth();
    await turnDial();
    await expect.poll(growth).not.toBe(before);
    await expect(figures().getByRole('columnheader', { name: 'Change' })).toBeVisible();
    await expect(figures().getByRole('row', { name: 'CAGR' })).toContainText(/better|worse/);
  });
  await test.step('variants are told in words, named, pinned, searched and brought back as one step', async () => {
    await nameTheFirst();
    await expect(entries().first()).toContainText('dial weak 12 to 8');
    await expect(entries().nth(1)).toContainText('the first that was run');
    await entries().nth(1).getByRole('button', { name: 'Pin' }).click();
    await expect(entries().first()).toContainText('the first that was run');
    await page.getByLabel('Search the logbook').fill('as it came');
    await expect(entries()).toHaveCount(1);
    await page.getByLabel('Search the logbook').fill('');
    await entries().first().getByRole('button', { name: 'Bring back' }).click();
    await expect(page.getByLabel('Value of weak')).toHaveValue('12');
    await done();
    await page.getByRole('button', { name: /^Undo/ }).first().click();
    await expect(page.getByLabel('Value of weak')).toHaveValue('8');
    await done();
  });
  await test.step('axe finds nothing serious with shelf, logbook and dials, by night and by day', async () => {
    for (const [theme, findings] of BY_NIGHT_AND_DAY) {
      await page.getByRole('button', { name: theme }).click();
      expect(await findings(page)).toEqual([]);
      await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
      expect(await findings(page)).toEqual([]);
      await page.getByRole('button', { name: 'Back to the sheet' }).click();
    }
  });
  await test.step('two variants stand side by side, and the logbook survives a reload', async () => {
    for (const k of [0, 1]) await entries().nth(k).getByRole('checkbox').click();
    const rules = page.getByRole('table', { name: 'Rules of both' });
    await expect(rules.getByRole('row').nth(1)).toContainText('differs: Dials');
    await expect(page.getByRole('table', { name: 'Figures of both' })).toContainText('Maximum drawdown');
    await page.getByRole('button', { name: 'Back to the logbook' }).click();
    await page.reload();
    await done();
    await page.getByRole('tab', { name: 'Logbook (2)' }).click();
    await expect(entries()).toHaveCount(2);
    await expect(
      entries()
        .first()
        .getByLabel(/^Name of the variant/),
    ).toHaveValue('as it came');
  });
  await test.step('200 variants stay quick, and count as tries', async () => {
    const tab = page.getByRole('tab', { name: /^Logbook/ });
    const before = 2;
    await page.evaluate(
      () =>
        new Promise<void>((resolve, reject) => {
          const request = indexedDB.open('plateau');
          request.onerror = () => reject(request.error);
          request.onsuccess = () => {
            const change = request.result.transaction('logbook', 'readwrite');
            const store = change.objectStore('logbook');
            const read = store.getAll();
            read.onsuccess = () => {
              const first = read.result.find(({ sheet }) => location.search.includes(sheet));
              for (let k = 0; k < 200; k++) {
                store.put({
                  ...first,
                  id: `copy ${k}`,
                  key: `copy ${k}`,
                  at: first.at - k,
                  pinned: false,
                  name: '',
                });
              }
            };
            change.oncomplete = () => {
              request.result.close();
              resolve();
            };
          };
        }),
    );
    await page.reload();
    await done();
    await expect(tab).toHaveText(`Logbook (${before + 200})`);
    await tab.click();
    await expect(page.getByRole('list', { name: 'Cautions' })).toContainText(`${before + 200} tries`);
    // Only the rows in view are drawn.
    expect(await entries().count()).toBeLessThan(40);
    await page.getByLabel('Search the logbook').fill('as it came');
    await expect(entries()).toHaveCount(1);
  });
  await test.step('what flatters a sheet is named beside its figures', async () => {
    await page.getByLabel('Slippage', { exact: true }).fill('0');
    await page.getByLabel('Commission', { exact: true }).fill('0');
    await expect(page.getByRole('list', { name: 'Cautions' })).toContainText('It trades without costs.');
  });
});
