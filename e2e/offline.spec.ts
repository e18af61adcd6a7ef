// A browser that keeps the app: every place, what is in it, and what one does in it, without a network.

import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { goOffline } from './kit/offline.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
test.beforeEach(({ page: own }) => {
  page = own;
});
test.use({ keepsApp: true, seed: 'kept run' });

const result = () => page.getByRole('region', { name: 'Result' });
const done = () => expect(result()).toHaveAttribute('data-status', 'done');
/** The blend is mixed, and its parts have run alone. */
const whole = () => expect(result()).toHaveAttribute('data-whole', 'true');
const reportReady = () => expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
const figure = (name: string) =>
  page
    .getByRole('table', { name: 'Headline figures' })
    .getByRole('row', { name })
    .getByRole('cell')
    .first()
    .innerText();

async function downloaded(button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

test('a sheet is run, kept and fed from files, and every address is there, without a network', async () => {
  await page.goto('/strategies');
  await done();
  await page.getByLabel('Slots', { exact: true }).fill('7');
  await expect(page.getByText('Before the last edit')).toBeVisible();
  await done();
  const growth = await figure('CAGR');
  await goOffline(page);
  await test.step('the start opens the sheet as it was left, with its result', async () => {
    await page.goto('/');
    await done();
    expect(page.url()).toContain('/strategies?sheet=');
    expect(await figure('CAGR')).toBe(growth);
    await expect(page.getByLabel('Slots', { exact: true })).toHaveValue('7');
  });
  await test.step('its figures go out, and its run is kept', async () => {
    expect(await downloaded('Figures')).toContain('"cagr"');
    await page.getByRole('button', { name: 'Keep this run' }).click();
    await page.getByRole('link', { name: 'Open its report' }).click();
    await reportReady();
  });
  await test.step('a trade and a day are there when their address is loaded anew', async () => {
    const [run] = /run=[\w-]+/.exec(page.url()) ?? [];
    await page
      .getByRole('table', { name: 'Trades', exact: true })
      .getByRole('row')
      .nth(1)
      .getByRole('button')
      .click();
    await expect(page).toHaveURL(/&trade=/);
    await page.reload();
    await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
    await expect(page.getByRole('img', { name: /^Bars of / })).toBeVisible();
    await page.goto(`/runs?${run}&day=2021-03-10`);
    await expect(page.getByRole('heading', { name: /2021-03-10/ }).first()).toBeVisible();
  });
  await test.step('the market is there with its panels, and bars come in', async () => {
    await page.goto('/market?symbol=SK60');
    await expect(page.getByTestId('price-chart').locator('path').first()).toBeVisible();
    await page.goto('/market?panel=import');
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles({
        name: 'CALM.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('Date,Close\n2021-03-01,10\n2021-03-02,11\n2021-03-03,12\n'),
      });
    await page.getByRole('button', { name: 'Read 1 file' }).click();
    await expect(page.getByRole('status').filter({ hasText: '1 instrument with 3 bars' })).toBeVisible();
    for (const panel of ['Quality', 'Universes', 'Feed', 'Workspace']) {
      await page.getByRole('tab', { name: panel, exact: true }).click();
      await expect(page.getByRole('tab', { selected: true })).toHaveText(panel);
    }
  });
  await test.step('the help is found from the command menu, and an unknown address is told', async () => {
    await page.keyboard.press('Control+.');
    await page.getByPlaceholder('What do you want to do?').fill('what a run does');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/help\/simulation/);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.goto('/help/glossary');
    await expect(page.getByRole('heading', { name: 'Words', level: 1 })).toBeVisible();
    await page.goto('/no/such/place');
    await expect(page.getByRole('heading', { name: 'There is no such place' })).toBeVisible();
  });
});

test('shares of a blend are dragged, taken back, kept and found again without a network', async () => {
  const share = (name: string) => page.getByRole('textbox', { name: `Share of ${name} in percent` });
  const equityOut = async (): Promise<string> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Take out', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Equity as CSV' }).click();
    return readFileSync(await (await download).path(), 'utf8');
  };
  await page.goto('/blends');
  await page.getByRole('button', { name: 'Open “Dips, new ground and bonds”' }).click();
  await whole();
  const before = await figure('CAGR');
  const thumb = await page.getByRole('slider', { name: 'Share of Long bonds' }).boundingBox();
  if (!thumb) throw new Error('the slider has no box');
  const [x, y] = [thumb.x + thumb.width / 2, thumb.y + thumb.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y, { steps: 6 });
  await page.mouse.move(x + 70, y, { steps: 6 });
  await page.mouse.up();
  await expect(share('Long bonds')).not.toHaveValue('30');
  await whole();
  // The others made room.
  await expect(page.getByText('shares add up to 100%')).toBeVisible();
  await expect.poll(() => figure('CAGR')).not.toBe(before);
  await expect(page.getByText('Before the last edit').first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo the shares' }).click();
  await expect(share('Long bonds')).toHaveValue('30');
  await expect.poll(() => figure('CAGR')).toBe(before);
  await page.getByRole('button', { name: 'By inverse volatility' }).click();
  await expect(share('Dips')).not.toHaveValue('35');
  await whole();
  const kept = await share('Dips').inputValue();
  const equity = await equityOut();
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();

  await goOffline(page);
  await page.reload();
  await whole();
  await expect(share('Dips')).toHaveValue(kept);
  expect(await equityOut()).toBe(equity);
  await page.goto('/runs');
  await reportReady();
  await expect(page.getByText('Repeated to the last bit.')).toBeVisible();
});
