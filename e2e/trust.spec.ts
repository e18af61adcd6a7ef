// Data one can trust: findings repaired, universes with dates, the feed brought up to date, a workspace out and back.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BrowserContext, Page } from '@playwright/test';
import { choose, pick } from './kit/fields.ts';
import { expect, test } from './kit/test.ts';

let context: BrowserContext;
let page: Page;
let scratch: string;
test.beforeEach(({ context: browser, page: own, scratch: folder }) => {
  context = browser;
  page = own;
  scratch = folder;
});

const tab = (name: string) => page.getByRole('tab', { name, exact: true }).click();
/** Undoes what the message with this text tells of. */
const undo = (told: string) =>
  page
    .locator('[data-sonner-toast]')
    .filter({ hasText: told })
    .first()
    .getByRole('button', { name: 'Undo' })
    .click();
const listed = (text: string) => expect(page.getByText(text, { exact: true })).toBeVisible();
const result = () => page.getByRole('region', { name: 'Result' });
const findings = () => page.getByRole('region', { name: 'Findings' });

async function openMarket(): Promise<void> {
  await page.goto('/market');
  await listed('33 of 33');
}

async function open(symbol: string): Promise<void> {
  await tab('Chart');
  await page.getByLabel('Search instruments').fill(symbol);
  await page
    .getByRole('table', { name: 'Instruments' })
    .getByRole('button', { name: symbol, exact: true })
    .click();
  await expect(page.getByTestId('price-chart').locator('path').first()).toBeVisible();
}

async function csv(): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

async function read(name: string, text: string): Promise<void> {
  await tab('Import');
  const again = page.getByRole('button', { name: 'Import more' });
  if (await again.isVisible()) await again.click();
  await page.locator('input[type=file]').setInputFiles({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await page.getByRole('button', { name: /^Read \d/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'came into the market' })).toBeVisible();
}

/** 300 weekdays from 2021; the close is given by its number. */
function series(close: (i: number) => number, skip: (i: number) => boolean = () => false): string {
  const lines = ['Date,Open,High,Low,Close,Volume'];
  for (let i = 0, day = Date.UTC(2021, 0, 4); i < 300; day += 86_400_000) {
    const date = new Date(day);
    if (date.getUTCDay() % 6 === 0) continue;
    const c = close(i);
    if (!skip(i)) {
      const line = [c * 0.999, c * 1.01, c * 0.99, c].map((x) => x.toFixed(4));
      lines.push(`${date.toISOString().slice(0, 10)},${line.join(',')},${1000 + i}`);
    }
    i++;
  }
  return `${lines.join('\n')}\n`;
}
const wave = (i: number): number => 100 + Math.sin(i * 1.7) + i / 50;
/** A series that halves as if a split had not been adjusted for. */
const halved = (): string => series((i) => (i < 150 ? wave(i) : wave(i) / 2));
/** A series without some weeks. */
const gaps = (): string => series(wave, (i) => i > 100 && i < 140);

test('a jump is found, repaired, undone and taken back, and the import stays as it was', async () => {
  await openMarket();
  await read('HALF.csv', halved());
  await open('HALF');
  await expect(findings()).toContainText('like a split that was not adjusted for');
  const before = await csv();
  await findings().getByRole('button', { name: 'Adjust for it' }).click();
  await expect(findings()).not.toContainText('like a split');
  await expect(findings()).toContainText('what lies before is multiplied by 0.5');
  const first = (text: string) => Number(text.split('\n')[1]?.split(',')[4]);
  expect(first(await csv())).toBeCloseTo(first(before) / 2, 9);
  await undo('HALF is adjusted for the jump');
  await expect(findings()).toContainText('like a split');
  expect(await csv()).toBe(before);
  await findings().getByRole('button', { name: 'Adjust for it' }).click();
  await findings()
    .getByRole('button', { name: /^Take back the repair/ })
    .click();
  await expect(findings()).toContainText('like a split');
  const jump = findings().getByRole('listitem').filter({ hasText: 'like a split' });
  await jump.getByRole('button', { name: 'It is right' }).click();
  await expect(findings()).not.toContainText('like a split');
  await expect(findings()).toContainText('noted as right');
});

test('instruments are ranked by trouble, and their gaps shown as a calendar that opens the chart', async () => {
  await openMarket();
  await read('GAPS.csv', gaps());
  await tab('Quality');
  const table = page.getByRole('table', { name: 'Instruments by trouble' });
  await expect(table).toContainText('GRUNP');
  await page.getByRole('columnheader', { name: 'Gaps' }).getByRole('button').click();
  await table.getByRole('button', { name: 'GAPS', exact: true }).click();
  const calendar = page.getByRole('group', { name: /^Missing sessions by year and week: \d+/ });
  const weeks = calendar.getByRole('button');
  await weeks.first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(weeks.nth(1)).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(weeks.first()).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/symbol=GAPS&day=2021-05-2/);
  await expect(page.getByTestId('price-chart').locator('path').first()).toBeVisible();
});

test('a list of splits is laid over instruments that are here; one that is not seen in prices is refused', async () => {
  await openMarket();
  await read('GAPS.csv', gaps());
  await read(
    'DOUBLE.csv',
    series((i) => (i < 200 ? wave(i) * 2 : wave(i))),
  );
  const day = series(wave).split('\n')[201]?.slice(0, 10);
  await read('splits.csv', `Symbol,Date,Split\nDOUBLE,${day},2:1\nGAPS,${day},2:1\nNOWHERE,${day},2\n`);
  await expect(page.getByRole('status').filter({ hasText: '1 splits and dividends' })).toBeVisible();
  const report = page.getByRole('list', { name: 'Report' });
  await expect(report).toContainText('no split of 2 is seen in its prices');
  await expect(report).toContainText('there is no such instrument');
  await open('DOUBLE');
  await expect(findings()).toContainText('what lies before is multiplied by 0.5');
});

test('the mark between cells can be chosen', async () => {
  await openMarket();
  await tab('Import');
  await page.locator('input[type=file]').setInputFiles({
    name: 'SPACED.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('date open high low close\n2020-01-06 1 2 1 2\n2020-01-07 2 3 2 3\n'),
  });
  await choose(page.getByLabel('Cells between'), { label: 'space' });
  await page.getByRole('button', { name: 'Read 1 file' }).click();
  await expect(page.getByRole('status').filter({ hasText: '1 instrument with 2 bars' })).toBeVisible();
});

test('universes are filtered, read, combined, dated and renamed, and each change can be undone', async () => {
  await openMarket();
  await read('HALF.csv', halved());
  await read('GAPS.csv', gaps());
  await tab('Universes');
  const list = page.getByRole('list', { name: 'Universes' });
  const make = async (name: string, way: string) => {
    await page.getByRole('button', { name: 'New universe' }).click();
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
    await page.getByRole('radio', { name: way }).check();
  };
  const submit = () => page.getByRole('button', { name: /^Make a universe of/ }).click();

  await make('Busy tide', 'By what they are');
  await choose(page.getByLabel('Kind'), 'stock');
  await choose(page.getByLabel('Sector or group'), 'Tide power');
  const button = page.getByRole('button', { name: /^Make a universe of/ });
  await expect(button).toHaveText('Make a universe of 5');
  await page.getByLabel('years of history at least').fill('7');
  await expect(button).not.toHaveText('Make a universe of 5');
  await submit();
  await expect(list).toContainText('Busy tide');

  await make('Dated', 'From a file');
  await page.getByLabel('Universe file').setInputFiles({
    name: 'u.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('symbol,from,to\nHALF,2021-02-02,2021-06-30\nGAPS,,2021-05-29\nGHOST,,\n'),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'left out: GHOST' })).toBeVisible();
  await submit();
  const editor = page.getByRole('region', { name: 'Dated' });
  await expect(editor).toContainText('2 instruments in 2 spells');
  await expect(editor).not.toContainText('No dates of membership');

  await make('Both', 'From two others');
  await choose(page.getByLabel('First universe'), { label: 'Dated' });
  await choose(page.getByLabel('How', { exact: true }), 'or');
  await choose(page.getByLabel('Second universe'), { label: 'Busy tide' });
  await submit();
  await expect(page.getByRole('region', { name: 'Both' })).toContainText('spells of membership');

  await list.getByRole('button', { name: /^Dated/ }).click();
  const to = editor.getByLabel('HALF to', { exact: true });
  await to.fill('2021-01-05');
  await to.blur();
  await expect(
    page.getByRole('alert').filter({ hasText: 'HALF cannot leave the universe before it joins.' }),
  ).toBeVisible();
  await to.fill('2021-07-31');
  await to.blur();
  await expect(to).toHaveValue('2021-07-31');
  await undo('HALF: leaves 2021-07-31');
  await expect(to).toHaveValue('2021-06-30');
  const name = page.getByLabel('Name of the universe Dated');
  await name.fill('Dated twice');
  await name.blur();
  await expect(list).toContainText('Dated twice');
  await undo('Dated is now called Dated twice');
  await expect(list).not.toContainText('Dated twice');
});

test('an instrument is taken out, added from the feed, and what the feed has since is fetched', async () => {
  await openMarket();
  await open('SWELL');
  await page.getByRole('button', { name: 'Remove SWELL from the market' }).click();
  await page.getByLabel('Search instruments').fill('');
  await listed('32 of 32');
  await undo('SWELL is removed from the market');
  await listed('33 of 33');
  await open('SWELL');
  await page.getByRole('button', { name: 'Remove SWELL from the market' }).click();
  // What the feed gives at first ends in 2024; what it gives since is then all it lacks.
  const until = (text: string) =>
    `${text
      .split('\n')
      .filter((line) => !line.startsWith('2025'))
      .join('\n')
      .trim()}\n`;
  await page.route('**/feed/history/SWELL', async (route) => {
    const answer = await route.fetch();
    await route.fulfill({ body: until(await answer.text()), contentType: 'text/csv' });
  });
  await tab('Feed');
  await page.getByLabel('Search the feed').fill('SWELL');
  await page.getByRole('button', { name: 'Add SWELL' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'One instrument came' })).toBeVisible();
  await page.unroute('**/feed/history/SWELL');

  const asked: string[] = [];
  let failures = 2;
  await page.route('**/feed/history/**', async (route) => {
    const url = new URL(route.request().url());
    asked.push(url.pathname + url.search);
    const symbol = url.pathname.split('/').pop();
    if (symbol === 'SWELL' && failures-- > 0) return route.fulfill({ status: 500, body: 'down' });
    if (symbol === 'BILL') return route.fulfill({ status: 500, body: 'down' });
    return route.continue();
  });
  await page.getByRole('button', { name: /^Bring \d+ up to date/ }).click();
  const told = page.getByRole('status').filter({ hasText: 'looked at' });
  await expect(told).toContainText('bars came for 1 of them');
  await expect(told).toContainText(/SWELL: 2\d\d new bars/);
  await expect(told).toContainText('BILL did not come: the feed answered 500');
  expect(asked.every((path) => path.includes('?since='))).toBe(true);
  await page.unroute('**/feed/history/**');
  await page.getByRole('button', { name: /^Bring \d+ up to date/ }).click();
  await expect(told).toContainText('all were up to date');
});

test('a history that its source has changed is looked through anew, of the same days too', async () => {
  await openMarket();
  await open('SK60');
  await expect(findings()).not.toContainText('like a split');
  // The source gives every price before June 2021 twice as high now, and another close for the last day.
  const changed = (text: string): string =>
    text
      .split('\n')
      .map((line, k, lines) => {
        const [day = '', ...cells] = line.split(',');
        const by = day < '2021-06' ? 2 : k === lines.length - 2 ? 1.01 : 1;
        const volume = cells.pop();
        return k === 0 || line === ''
          ? line
          : [day, ...cells.map((cell) => Number(cell) * by), volume].join(',');
      })
      .join('\n');
  await page.route('**/feed/history/SK60*', async (route) => {
    const answer = await route.fetch();
    await route.fulfill({ body: changed(await answer.text()), contentType: 'text/csv' });
  });
  await tab('Feed');
  await page.getByRole('button', { name: /^Bring \d+ up to date/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'looked at' })).toBeVisible();
  await open('SK60');
  await expect(findings()).toContainText('like a split that was not adjusted for');
});

/** A universe of what looks wrong, traded by a sheet with its result. */
async function tradeTheDoubtful(): Promise<void> {
  await openMarket();
  await read('HALF.csv', halved());
  await read('GAPS.csv', gaps());
  await tab('Universes');
  await page.getByRole('button', { name: 'New universe' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Doubtful');
  await page.getByRole('radio', { name: 'By symbols' }).check();
  await page.getByRole('textbox', { name: 'Symbols' }).fill('GAPS HALF');
  await page.getByRole('button', { name: 'Make a universe of 2' }).click();
  await expect(page.getByRole('list', { name: 'Universes' })).toContainText('Doubtful');
  await page.getByRole('link', { name: 'Strategies', exact: true }).click();
  await pick(page.getByLabel('Universe', { exact: true }), 'Doubtful');
  await page.getByRole('radio', { name: 'text' }).click();
  const enter = page.getByRole('textbox', { name: 'Enter when' });
  await enter.click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('close > prior close');
  await page.keyboard.press('Escape');
  await expect(result()).toContainText('Bars that look wrong in what it traded: GAPS');
}

test('a run names what looks wrong in the instruments it traded', async () => {
  await tradeTheDoubtful();
  await expect(result()).toContainText('HALF');
});

test('a workspace taken out, wiped and brought back gives the same run to the last bit', async () => {
  await tradeTheDoubtful();
  await expect(result()).toHaveAttribute('data-status', 'done');
  const figures = async (): Promise<string> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Figures', exact: true }).click();
    return readFileSync(await (await download).path(), 'utf8');
  };
  const before = await figures();
  await page.getByRole('link', { name: 'Market', exact: true }).click();
  await tab('Workspace');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take the workspace out' }).click();
  const zip = join(scratch, 'workspace.zip');
  writeFileSync(zip, readFileSync(await (await download).path()));

  await page.getByRole('button', { name: 'Start over …' }).click();
  await page.getByRole('button', { name: 'Empty everything' }).click();
  await listed('33 of 33');
  await tab('Workspace');
  const choose = (path: string) =>
    page.getByLabel('Workspace file', { exact: true }).last().setInputFiles(path);
  const damaged = join(scratch, 'damaged.zip');
  const bytes = readFileSync(zip);
  bytes[20_000] = (bytes[20_000] ?? 0) ^ 255;
  writeFileSync(damaged, bytes);
  await choose(damaged);
  await page.getByRole('button', { name: 'Replace what is here' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'damaged' })).toContainText(
    'The store is as it was.',
  );
  await choose(zip);
  await expect(page.getByText('holds 35 instruments')).toBeVisible();
  const loaded = page.waitForEvent('load');
  await page.getByRole('button', { name: 'Replace what is here' }).click();
  await loaded;
  await listed('35 of 35');
  await page.getByRole('link', { name: 'Strategies', exact: true }).click();
  await expect(result()).toHaveAttribute('data-status', 'done');
  expect(await figures()).toBe(before);
});

test('a tab of an older version lets go of the store and says so', async () => {
  await openMarket();
  const other = await context.newPage();
  await other.goto('/feed/catalogue');
  const upgrade = (version: number) =>
    other.evaluate(
      (next) =>
        new Promise<void>((resolve, reject) => {
          const request = indexedDB.open('plateau', next);
          request.onsuccess = () => {
            request.result.close();
            resolve();
          };
          request.onerror = () => reject(request.error);
        }),
      version,
    );
  await upgrade(990);
  await expect(page.getByText('A newer Plateau is open in another tab')).toBeVisible();
  await page.reload();
  await expect(page.getByText('A newer Plateau is open in another tab')).toBeVisible();
  await other.close();
});
