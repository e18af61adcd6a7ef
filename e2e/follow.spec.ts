// Follow: a run trusted from a day on, evening by evening, and its orders against the headless runner's.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { findingsWithTargets, seriousFindings } from './kit/axe.ts';
import { eveningHeadless } from './kit/headless.ts';
import { rowsOf } from './kit/store.ts';
import { expect, test } from './kit/test.ts';

test.use({ seed: 'kept run' });

const evening = (page: Page) => page.getByTestId('evening');
const worked = async (page: Page): Promise<void> => {
  await expect(page.getByTestId('up-to-date')).toHaveAttribute('data-busy', 'false');
  await expect(evening(page)).toHaveAttribute('data-ready', 'true');
};
const title = (page: Page) => page.getByRole('heading', { level: 2 });

/** Follows the seed's run from its last day on. */
async function follow(page: Page): Promise<void> {
  await page.goto('/runs');
  await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
  await page.getByRole('button', { name: 'Follow …' }).click();
  await expect(page.getByRole('textbox', { name: 'Trusted from' })).toHaveValue('2025-12-31');
  await page.getByRole('button', { name: 'Follow it' }).click();
  await worked(page);
  await expect(title(page)).toHaveText('The evening of 2025-12-31');
}

/** Moves the demo market on by a session, and waits for the evening after it. */
async function nextSession(page: Page): Promise<void> {
  const before = await title(page).innerText();
  await page.getByRole('button', { name: /^Next session/ }).click();
  await expect(title(page)).not.toHaveText(before);
  await worked(page);
}

async function takenOut(page: Page, item: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await page.getByRole('menuitem', { name: item }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

test('ten evenings of a followed run: a split in its past is asked about, its orders are the headless ones', async ({
  page,
  scratch,
}) => {
  await follow(page);
  await expect(page.getByTestId('since')).toContainText('No session has come since the trusted day.');
  const pastChanged = page.getByRole('alert').filter({ hasText: 'have changed since it was trusted' });
  for (let k = 0; k < 3; k++) await nextSession(page);
  await expect(pastChanged).toHaveCount(0);

  // The fourth session splits the dearest stock: its past is another.
  await nextSession(page);
  await expect(title(page)).toHaveText('The evening of 2026-01-07');
  await expect(pastChanged).toBeVisible();
  await expect(page.getByText(/^Held back: High ground/)).toBeVisible();
  await expect(page.getByRole('table', { name: 'Orders for the coming session' })).toHaveCount(0);
  await expect(page.getByTestId('look-first')).toContainText('was split on 2026-01-07: 2.00 shares for one.');
  const parts = page.getByRole('table', { name: 'The tested part, before and now' });
  await expect(parts.getByRole('row')).toHaveCount(3);
  await page.getByRole('button', { name: 'Go on with the bars of now' }).click();
  await expect(pastChanged).toHaveCount(0);

  for (let k = 4; k < 10; k++) await nextSession(page);
  await expect(title(page)).toHaveText('The evening of 2026-01-15');
  await expect(page.getByTestId('since')).toContainText(/It has stayed within|It fell below|It rose above/);
  await expect(page.getByTestId('since')).toContainText('SK60 held');
  await expect(page.getByTestId('since-chart').locator('.recharts-area-area')).toBeVisible();
  expect(await findingsWithTargets(page)).toEqual([]);

  const file = join(scratch, 'followed.json');
  writeFileSync(file, await takenOut(page, 'High ground: for plateau evening'));
  const out = eveningHeadless(scratch, file, 10);
  expect(await takenOut(page, 'Orders by strategy as CSV')).toBe(
    readFileSync(join(out, 'orders.csv'), 'utf8'),
  );
  expect(await takenOut(page, 'Orders by instrument as CSV')).toBe(
    readFileSync(join(out, 'orders-by-instrument.csv'), 'utf8'),
  );
  expect(await takenOut(page, 'Checks as CSV')).toBe(readFileSync(join(out, 'checks.csv'), 'utf8'));
  const told = JSON.parse(readFileSync(join(out, 'evening.json'), 'utf8'));
  expect(told[0]).toMatchObject({ name: 'High ground', day: '2026-01-15', since: { sessions: 10 } });
  expect(await takenOut(page, 'Dates as a calendar')).toContain('SUMMARY:Look at “High ground” again');

  // What is followed is there after a new start, and can be brought to another machine.
  await page.reload();
  await worked(page);
  await expect(title(page)).toHaveText('The evening of 2026-01-15');
  await page.getByRole('button', { name: 'Follow High ground no more' }).click();
  await expect(page.getByText('Nothing is followed yet.')).toBeVisible();
  await page.getByLabel('Followed file').setInputFiles(file);
  await worked(page);
  await expect(page.getByTestId('since')).toBeVisible();
});

test('orders are for one’s own account, and own fills are laid beside the simulated ones', async ({
  page,
  scratch,
}) => {
  await follow(page);
  const account = page.getByRole('form', { name: 'Account of High ground' });
  await page.getByRole('button', { name: /^Your account/ }).click();
  await account.getByRole('radio', { name: 'your money and your fills' }).click();
  await account.getByRole('button', { name: 'Use this account' }).click();
  await expect(account.getByRole('status')).toHaveText(
    'Type the money that the account began with, above 0.',
  );
  await account.getByLabel('Money on the trusted day').fill('50000');
  await account.getByRole('button', { name: 'Use this account' }).click();
  await expect(account.getByRole('status')).toHaveText('Kept: the orders are for this account now.');
  await worked(page);
  await expect(page.getByText('account 50,000, cash 50,000')).toBeVisible();
  const orders = page.getByRole('table', { name: 'Orders for the coming session' });
  const first = orders.getByRole('row').nth(1);
  const symbol = await first.getByRole('rowheader').innerText();
  const bought = (await first.getByRole('cell').first().innerText()).replace('buy ', '').replace(',', '');
  await first.getByRole('button', { name: `Why ${symbol}, High ground` }).click();
  await expect(
    page
      .getByRole('region', { name: `Why ${symbol}` })
      .getByRole('table')
      .first(),
  ).toBeVisible();

  // Bought as asked, but for more; a row that is none is named, and a fill that nothing fits.
  await nextSession(page);
  const opened = await page.evaluate(async (name) => {
    const answer = await fetch(`/feed/history/${name}?since=2026-01-02&ahead=1`);
    return Number((await answer.text()).split('\n')[1]?.split(',')[1]);
  }, symbol);
  const paid = (opened * 1.01).toFixed(4);
  await account
    .getByRole('textbox', { name: 'Fills', exact: true })
    .fill(
      `date,symbol,side,shares,price,costs\n2026-01-02,${symbol},buy,${bought},${paid},2\n2026-01-02,${symbol},buy,5%,1,1\n2026-01-02,NOPE,buy,5,1,1\n`,
    );
  await account.getByRole('button', { name: 'Use this account' }).click();
  await expect(account.getByRole('status')).toContainText(
    'Kept, without 1 row that cannot be read: Fills, line 3: “5%”',
  );
  await worked(page);
  await expect(page.getByText('the run knows no such instrument')).toBeVisible();
  await expect(page.getByRole('table', { name: 'Held, with stops for the next session' })).toContainText(
    symbol,
  );
  await page.getByRole('button', { name: /^Your fills/ }).click();
  const row = page.getByRole('table', { name: 'Own fills beside the simulated ones' }).getByRole('row', {
    name: new RegExp(`buy ${symbol}`),
  });
  // The simulation pays its slippage of the sheet on top of the open; 1% more than the open is that much less than 100 points.
  const worse = Number((await row.getByRole('cell').last().innerText()).replace('−', '-'));
  expect(worse).toBeGreaterThan(80);
  expect(worse).toBeLessThanOrEqual(100.1);
  expect(await seriousFindings(page)).toEqual([]);

  const file = join(scratch, 'own.json');
  writeFileSync(file, await takenOut(page, 'High ground: for plateau evening'));
  const out = eveningHeadless(scratch, file, 1);
  expect(await takenOut(page, 'Orders by strategy as CSV')).toBe(
    readFileSync(join(out, 'orders.csv'), 'utf8'),
  );

  // What was changed can be taken back.
  await title(page).click();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByRole('button', { name: /^Your fills/ })).toHaveCount(0);
  await expect(account.getByRole('textbox', { name: 'Fills', exact: true })).toHaveValue('');
  await expect(account.getByLabel('Money on the trusted day')).toHaveValue('50,000');

  // What is typed and not used is there when one comes back; folded away as it is typed, it stays away.
  const fold = page.getByRole('button', { name: /^Your account/ });
  const typing = account.getByRole('textbox', { name: 'Fills', exact: true });
  await typing.evaluate(
    (box: HTMLTextAreaElement, press) => {
      // In one task, before the store can have answered.
      Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set?.call(
        box,
        'date,symbol\n2026-01-02,half a r',
      );
      box.dispatchEvent(new Event('input', { bubbles: true }));
      (press as HTMLElement).click();
    },
    await fold.elementHandle(),
  );
  await expect(fold).toHaveAttribute('aria-expanded', 'false');
  await expect.poll(async () => JSON.stringify(await rowsOf(page, 'settings'))).toContain('half a r');
  await expect(account).toHaveCount(0);
  await fold.click();
  await expect(account.getByRole('textbox', { name: 'Fills', exact: true })).toHaveValue(/half a r$/);
  await page.reload();
  await worked(page);
  await expect(account.getByRole('textbox', { name: 'Fills', exact: true })).toHaveValue(/half a r$/);
  await expect(account.getByRole('status')).toHaveText(
    'Not used yet: this was typed when you were last here.',
  );
});
