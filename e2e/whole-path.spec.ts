import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { BY_NIGHT_AND_DAY } from './kit/axe.ts';
import { runHeadless } from './kit/headless.ts';
import { strategyFile } from './kit/seeds.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
let scratch: string;
test.beforeEach(({ page: own, scratch: folder }) => {
  page = own;
  scratch = folder;
});
// The test that tears a worker down hears of it.
test.use({ tolerated: /torn down by the test/ });

const result = () => page.getByRole('region', { name: 'Result' });
const done = () => expect(result()).toHaveAttribute('data-status', 'done');
const ridge = () => page.getByTestId('equity-chart').locator('.recharts-area-curve').getAttribute('d');
const figure = async (name: string) =>
  page
    .getByRole('table', { name: 'Headline figures' })
    .getByRole('row', { name })
    .getByRole('cell')
    .first()
    .innerText();
const rule = (name: string) => page.getByRole('textbox', { name });

async function typeRule(name: string, text: string): Promise<void> {
  await rule(name).click();
  await page.keyboard.press('ControlOrMeta+a');
  // In one input: letter by letter, a slow machine would make more than one step of undo of it.
  await page.keyboard.insertText(text);
  await page.keyboard.press('Escape');
}

async function downloaded(button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

/** Opens the first sheet, its rules as text. */
async function openSheet(): Promise<void> {
  await page.goto('/strategies');
  await done();
  await page.getByRole('radio', { name: 'text' }).click();
  await expect(rule('Exit when')).toBeVisible();
  // The last of what stands above the curves: they have their height now.
  await expect(page.getByRole('list', { name: 'Cautions' })).toContainText(
    'instruments it traded look wrong',
  );
}

/** Trades and figures, to the last bit. */
async function sameResult(out: string): Promise<void> {
  const ours = await downloaded('CSV');
  const theirs = readFileSync(join(out, 'trades.csv'), 'utf8');
  expect(ours.split('\n').sort()).toEqual(theirs.split('\n').sort());
  const { figures } = JSON.parse(await downloaded('Figures'));
  expect(Object.keys(figures.benchmark).length).toBeGreaterThan(12);
  expect(figures).toEqual(JSON.parse(readFileSync(join(out, 'summary.json'), 'utf8')).figures);
}

test.describe('with nothing in the browser', () => {
  test.use({ market: 'full', seed: 'nothing' });

  test('the first start brings in the market with visible progress and shows a strategy beside buy-and-hold', async () => {
    await page.goto('/');
    await expect(page.getByText('Bringing in the Skerry market')).toBeVisible();
    await expect(page.getByText(/[1-9]\d* of 173 instruments/)).toBeVisible();
    await done();
    expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
    await expect(page.getByRole('table', { name: 'Headline figures' }).getByRole('columnheader')).toHaveText([
      'After costs: choose the figures',
      'Strategy',
      'SK60 held',
    ]);
    await expect(page.getByTestId('equity-chart').locator('.recharts-area-curve')).toBeVisible();
    await expect(page.getByTestId('drawdown-chart').locator('.recharts-area-curve')).toBeVisible();
  });
});

test('what is typed is run, undone, refused with its reason and kept, on a full disk too', async () => {
  await openSheet();
  const first = await figure('CAGR');
  await test.step('an edit of a rule changes the curve, and the curve before it stays as a ghost', async () => {
    const before = await ridge();
    await typeRule('Exit when', 'close < 100-day average');
    await expect.poll(ridge).not.toBe(before);
    await expect.poll(() => figure('CAGR')).not.toBe(first);
    await done();
    await expect(page.getByText('Before the last edit')).toBeVisible();
    await expect(page.getByTestId('equity-chart').locator('.recharts-line')).toHaveCount(2);
  });
  await test.step('undo and redo bring the rule and its result back', async () => {
    const after = await figure('CAGR');
    await page
      .getByRole('heading', { name: 'Strategies' })
      .focus()
      .catch(() => undefined);
    await page.keyboard.press('ControlOrMeta+z');
    await expect(rule('Exit when')).toContainText('lowest of 30 days');
    await done();
    await expect.poll(() => figure('CAGR')).toBe(first);
    await page.keyboard.press('ControlOrMeta+Shift+z');
    await expect(rule('Exit when')).toContainText('100-day average');
    await expect.poll(() => figure('CAGR')).toBe(after);
  });
  await test.step('a rule with an error keeps the last good curve, greyed, and marks the place', async () => {
    const before = await ridge();
    // At once: on the way to it, typed letter by letter, stand rules that read, such as close > 200.
    await rule('Enter when').click();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.insertText('close > 200-day avrage');
    await expect(page.getByRole('alert').filter({ hasText: 'Did you mean “average”?' })).toBeVisible();
    await expect(result()).toHaveAttribute('data-status', 'faulty');
    expect(await ridge()).toBe(before);
    await expect(page.locator('.cm-lintRange-error')).toHaveText('avrage');
    await page.keyboard.press('ControlOrMeta+z');
    await done();
  });
  await test.step('each bad setting has its own message and keeps what was typed', async () => {
    for (const [label, text, message] of [
      ['From', '2030-01-01', 'fewer than two days'],
      ['Slots', '900000', '900000 slots leave less than 1 of money for each'],
      ['Capital', '{lots}', '“Capital” is {lots}, but there is no such dial'],
    ] as const) {
      const field = page.getByLabel(label, { exact: true });
      const before = await field.inputValue();
      await field.fill(text);
      await expect(page.getByRole('alert').filter({ hasText: message })).toBeVisible();
      await expect(field).toHaveValue(text);
      await field.fill(before);
      await done();
    }
    const ranked = (await rule('Rank by').innerText()).trim();
    await typeRule('Rank by', 'on SK06 (close)');
    await expect(
      page
        .getByRole('alert')
        .filter({ hasText: 'There are no bars for the instrument “SK06”. Did you mean SK60?' }),
    ).toBeVisible();
    await typeRule('Rank by', ranked);
    await done();
    await page.getByLabel('From', { exact: true }).fill('2021-01-05');
    await page.getByLabel('To', { exact: true }).fill('2020-01-06');
    await expect(
      page.getByRole('alert').filter({ hasText: 'comes after the last day 2020-01-06; swap them' }),
    ).toBeVisible();
    for (const label of ['From', 'To']) await page.getByLabel(label, { exact: true }).fill('');
    await done();
  });
  await test.step('a full store is told, and nothing typed is lost', async () => {
    await page.evaluate(() => {
      const { put } = IDBObjectStore.prototype;
      IDBObjectStore.prototype.put = function full() {
        throw new DOMException('the disk is full', 'QuotaExceededError');
      };
      (window as unknown as { emptyAgain: () => void }).emptyAgain = () => {
        IDBObjectStore.prototype.put = put;
      };
    });
    await page.getByLabel('Slots', { exact: true }).fill('9');
    await expect(page.getByText(/Not saved: the disk .* is full/)).toBeVisible();
    await expect(page.getByLabel('Slots', { exact: true })).toHaveValue('9');
    await page.evaluate(() => (window as unknown as { emptyAgain: () => void }).emptyAgain());
    await page.getByLabel('Slots', { exact: true }).fill('8');
    await expect(page.getByText(/Not saved/)).toBeHidden();
    await done();
  });
});

test.describe('on the whole market', () => {
  test.use({ market: 'full', seed: 'nothing' });

  test('a long run shows its progress, leaves the page usable and can be stopped', async () => {
    await page.goto('/strategies');
    await done();
    await page.getByRole('radio', { name: 'text' }).click();
    await typeRule('Enter when', 'close > 77-day average and 2500-day largest drawdown > -95%');
    await expect(page.getByRole('progressbar', { name: 'Run' })).toBeVisible();
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(result()).toHaveAttribute('data-status', 'stopped');
    await typeRule('Enter when', 'close > 77-day average');
    await done();
  });
});

test.describe('an engine that has run', () => {
  test.use({ showsLastRun: false });

  test('an engine worker that dies is replaced, and the next edit runs', async () => {
    await openSheet();
    const engine = page.workers().find((worker) => /engine/.test(worker.url()));
    const workers = engine ? [engine] : page.workers();
    for (const worker of workers) {
      await worker.evaluate(() => {
        setTimeout(() => {
          throw new Error('torn down by the test');
        });
      });
    }
    await page.waitForTimeout(200);
    const before = await ridge();
    await typeRule('Enter when', 'close > 78-day average');
    await done();
    await expect.poll(ridge).not.toBe(before);
  });
});

test('a result is read: curves, years and trades, by keys too, to the headless runner’s last bit', async () => {
  await openSheet();
  await test.step('the charts zoom by key and by dragging, and the years are told in numbers', async () => {
    const whole = await ridge();
    await page.getByRole('group', { name: /Charts of the run/ }).focus();
    await page.keyboard.press('+');
    await expect.poll(ridge).not.toBe(whole);
    await page.keyboard.press('0');
    await expect.poll(ridge).toBe(whole);
    const box = await page.getByTestId('equity-chart').boundingBox();
    if (!box) throw new Error('the chart has no box');
    await page.mouse.move(box.x + box.width * 0.4, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.6, box.y + box.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect.poll(ridge).not.toBe(whole);
    await page.getByRole('group', { name: /Charts of the run/ }).focus();
    await page.keyboard.press('0');
    await expect.poll(ridge).toBe(whole);
    await page.getByRole('tab', { name: 'Years' }).click();
    await expect(page.getByRole('table', { name: 'Yearly returns' }).getByRole('row')).toHaveCount(9);
    await page.getByRole('tab', { name: 'Trades' }).click();
  });
  await test.step('trades sort by a column, and their CSV holds the rows of the table in its order', async () => {
    const table = page.getByRole('table', { name: 'Trades' });
    await table.getByRole('button', { name: 'Profit' }).click();
    await expect(table.getByRole('columnheader', { name: 'Profit' })).toHaveAttribute(
      'aria-sort',
      'descending',
    );
    const shown = await table.getByRole('row').nth(1).getByRole('cell').allInnerTexts();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'CSV' }).click();
    const lines = readFileSync(await (await download).path(), 'utf8')
      .trim()
      .split('\n');
    const [header, first] = lines.slice(0, 2).map((line) => line.split(','));
    const cell = (name: string): string => first?.[header?.indexOf(name) ?? -1] ?? '';
    expect(shown[0]).toBe(cell('symbol'));
    expect(shown[2]).toBe(cell('entryDate'));
    const whole = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });
    const heads = await table.getByRole('columnheader').allInnerTexts();
    const profit = heads.findIndex((head) => head.includes('Profit'));
    expect(shown[profit]).toBe(whole.format(Number(cell('profit'))));
    const profits = lines.slice(1).map((line) => Number(line.split(',')[header?.indexOf('profit') ?? -1]));
    expect(profits).toEqual([...profits].sort((a, b) => b - a));
    await expect(page.getByText(`${(lines.length - 1).toLocaleString('en')} trades`)).toBeVisible();
  });
  await test.step('axe finds nothing serious, by day and by night', async () => {
    for (const [theme, findings] of BY_NIGHT_AND_DAY) {
      await page.getByRole('button', { name: theme }).click();
      expect(await findings(page)).toEqual([]);
    }
  });
  await test.step('the command menu reaches every place by keyboard', async () => {
    await page.keyboard.press('ControlOrMeta+.');
    await page
      .getByRole('combobox', { name: 'Commands' })
      .or(page.getByPlaceholder('What do you want to do?'))
      .first()
      .fill('Studies');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Studies', exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'Strategies', exact: true }).click();
    await done();
  });
  await test.step('the headless runner gives the same trades and figures to the last bit', async () => {
    await typeRule('Exit when', 'close < 100-day average');
    await expect(page.getByText('Before the last edit')).toBeVisible();
    await done();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Export as strategy file' }).click();
    const strategy = join(scratch, 'strategy.json');
    await (await download).saveAs(strategy);
    await sameResult(runHeadless(scratch, strategy));
  });
  await test.step('sheets are duplicated, deleted with undo, exported and imported', async () => {
    const tabs = page
      .getByRole('navigation', { name: 'Open sheets' })
      .getByRole('button', { name: /^(?!Close)/ });
    await page.getByRole('button', { name: 'Duplicate' }).click();
    await expect(page.getByLabel('Name of the sheet')).toHaveValue('High ground copy');
    await done();
    await page.getByRole('button', { name: 'Delete' }).click();
    await expect(page.getByLabel('Name of the sheet')).toHaveValue('High ground');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByLabel('Name of the sheet')).toHaveValue('High ground copy');
    await expect(tabs).toHaveCount(2);

    await page.getByLabel('Strategy file', { exact: true }).setInputFiles({
      name: 'wrong.json',
      mimeType: 'application/json',
      buffer: Buffer.from(
        JSON.stringify({
          format: 'plateau-strategy/2',
          name: 'x',
          long: { enter: 'always', leave: 'never' },
        }),
      ),
    });
    await expect(page.getByText('“long.leave” is not a key of a strategy file')).toBeVisible();
    await page.getByLabel('Strategy file', { exact: true }).setInputFiles(strategyFile());
    await expect(tabs).toHaveCount(3);
    await expect(rule('Exit when')).toContainText('lowest of 30 days');
    await done();
  });
});
