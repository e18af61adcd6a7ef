// The sheet: rules by pointing and by typing, conditions switched and moved, the veil, drafts that outlive their tab.

import { readFileSync } from 'node:fs';
import { readStrategyFile } from '@plateau/files';
import type { Locator, Page } from '@playwright/test';
import { fields } from '../apps/web/model/sheet/fields.ts';
import { draftFrom } from '../apps/web/model/sheet/read.ts';
import { textOf } from '../apps/web/model/sheet/sheet.ts';
import { cases } from '../testing/cases.ts';
import { BY_NIGHT_AND_DAY, seriousFindings } from './kit/axe.ts';
import { choose } from './kit/fields.ts';
import { Pointer } from './kit/pointing.ts';
import { beginSheet } from './kit/sheets.ts';
import { killTab } from './kit/tabs.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
test.beforeEach(({ page: own }) => {
  page = own;
});

const result = () => page.getByRole('region', { name: 'Result' });
const done = () => expect(result()).toHaveAttribute('data-status', 'done');
async function view(name: 'blocks' | 'text'): Promise<void> {
  await page.getByRole('radio', { name }).click();
  await expect(page.getByRole('radio', { name })).toBeChecked();
}
const blocks = (name: string) => page.getByRole('group', { name: `${name}, as blocks` });
const figures = () => page.getByRole('table', { name: 'Headline figures' });

async function downloaded(button: string): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

async function openPlace(): Promise<void> {
  await page.goto('/strategies');
  await done();
}

/** Every part of the open sheet unfolded. */
async function unfold(): Promise<void> {
  const folded = page.locator('form[aria-label=Sheet] [data-fold-of][data-state=closed]');
  while ((await folded.count()) > 0) await folded.first().click();
}

/** An empty sheet with every part of it unfolded. */
async function newSheet(): Promise<void> {
  await beginSheet(page);
  await unfold();
}

async function typeRule(field: string, text: string): Promise<void> {
  await page.locator(`[data-field="${field}"]`).getByRole('textbox').click();
  await page.keyboard.press('ControlOrMeta+a');
  if (text === '') await page.keyboard.press('Delete');
  else await page.keyboard.type(text);
  await page.keyboard.press('Escape');
}

/** What a strategy file says, but for its name and notes. */
function rules(file: string): unknown {
  const { name: _name, notes: _notes, ...rest } = JSON.parse(file);
  return rest;
}

/** Sets every field that differs from a new sheet's, rules by the given hand. */
async function fillSheet(
  file: string,
  rule: (key: string, label: string, text: string) => Promise<void>,
): Promise<void> {
  const read = readStrategyFile(file, 'shelf');
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const draft = draftFrom(read.value);
  // Fields that others depend on stand after them in places, so they come first.
  const order = [...fields].sort((a, b) => Number(b.kind === 'choice') - Number(a.kind === 'choice'));
  for (const field of order) {
    if (['name', 'notes', 'dials'].includes(field.key)) continue;
    const text = textOf(draft, field.key);
    const row = page.locator(`[data-field="${field.key}"]`);
    if (text === field.initial || !(await row.isVisible())) continue;
    if (field.kind === 'rule' || field.kind === 'value') await rule(field.key, field.label, text);
    else if (field.kind === 'choice') await choose(row.getByRole('combobox'), text);
    else await row.getByRole('textbox').fill(text);
  }
}

const READY_SHEETS = [
  'New ground in fair weather',
  'Fading the squall',
  'Low tide to high tide',
  'Monthly relay',
];
for (const name of READY_SHEETS.slice(0, cases(4))) {
  test(`“${name}” is the same strategy with the same result opened, typed and pointed at`, async () => {
    await openPlace();
    await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
    await page.getByRole('button', { name: `Open a copy of ${name}` }).click();
    await expect(page.getByLabel('Name of the sheet')).toHaveValue(name);
    await done();
    const opened = await downloaded('Export as strategy file');
    const dials = JSON.parse(opened).dials;
    const shown = await downloaded('Figures');

    await newSheet();
    await view('text');
    await page
      .locator('[data-field="dials"]')
      .getByRole('textbox')
      .fill(
        Object.entries<{ value: number; from: number; to: number; step: number }>(dials)
          .map(([dial, { value, from, to, step }]) => `${dial} = ${value}, ${from} to ${to} step ${step}`)
          .join('\n'),
      );
    await fillSheet(opened, (key, _label, text) => typeRule(key, text));
    await done();
    expect(rules(await downloaded('Export as strategy file'))).toEqual(rules(opened));
    expect(await downloaded('Figures')).toBe(shown);

    await newSheet();
    await view('blocks');
    const pointer = new Pointer(page, dials);
    await fillSheet(opened, (key, label, text) =>
      fields.find((field) => field.key === key)?.kind === 'rule'
        ? pointer.rule(label, text)
        : pointer.value(label, text),
    );
    await done();
    expect(rules(await downloaded('Export as strategy file'))).toEqual(rules(opened));
    expect(await downloaded('Figures')).toBe(shown);
  });
}

test('conditions are switched and dragged, the rules run on each alone, and the figures chosen', async () => {
  await openPlace();
  await test.step('a condition is switched off and on, told how often it is true, and undone', async () => {
    await unfold();
    await view('blocks');
    await done();
    const enter = blocks('Enter when');
    await expect(enter.getByTestId('share').first()).toContainText(/true \d+\.\d% of the time· [\d,]+ left/);
    const trades = () => figures().getByRole('row', { name: 'Trades' }).getByRole('cell').first().innerText();
    const before = await trades();
    await enter.getByLabel('Condition 2 is on').click();
    await expect.poll(trades).not.toBe(before);
    await view('text');
    await expect(page.getByRole('textbox', { name: 'Enter when' })).toContainText(
      '# off: and close is the highest of 60 days',
    );
    await view('blocks');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(enter.getByLabel('Condition 2 is on')).toBeChecked();
    await expect.poll(trades).toBe(before);
  });
  await test.step('conditions are dragged into another order and onto each other to make a group', async () => {
    const enter = blocks('Enter when');
    const rows = enter.getByRole('listitem');
    const drag = async (
      from: string,
      lit: Locator,
      to: () => Promise<{ x: number; y: number }>,
    ): Promise<void> => {
      const handle = enter.getByRole('button', { name: from, exact: true });
      // Near an edge a drag scrolls the sheet under the pointer.
      await handle.evaluate((grip) => grip.scrollIntoView({ block: 'center' }));
      const grip = await handle.boundingBox();
      if (!grip) throw new Error('no grip');
      await page.mouse.move(grip.x + 4, grip.y + 6);
      await page.mouse.down();
      await page.mouse.move(grip.x + 12, grip.y + 16, { steps: 3 });
      const { x, y } = await to();
      await page.mouse.move(x, y, { steps: 8 });
      // What is lit when the button comes up takes it: on the way there the pointer lights other places.
      await expect(lit).toHaveAttribute('data-over');
      await page.mouse.up();
    };
    await expect(enter.getByTestId('share')).toHaveCount(2);
    await expect(rows.first()).toContainText('average');
    // Above the first.
    await drag('Move condition 2', enter.getByTestId('gap').first(), async () => {
      const box = await rows.first().boundingBox();
      return { x: (box?.x ?? 0) + 120, y: (box?.y ?? 0) - 1 };
    });
    await expect(rows.last()).toContainText('average');
    await drag('Move condition 2', rows.first().getByTestId('onto'), async () => {
      const box = await rows.first().boundingBox();
      return { x: (box?.x ?? 0) + 120, y: (box?.y ?? 0) + 12 };
    });
    await expect(enter.getByLabel('How the conditions are joined')).toHaveAttribute('data-value', 'or');
    await choose(enter.getByLabel('How the conditions are joined'), 'and');
    await view('text');
    await expect(page.getByRole('textbox', { name: 'Enter when' })).toContainText(
      'close is the highest of 60 days and close is above 200-day average',
    );
    await view('blocks');
  });
  await test.step('axe finds nothing serious on the blocks, by day and by night', async () => {
    for (const [theme, findings] of BY_NIGHT_AND_DAY) {
      await page.getByRole('button', { name: theme }).click();
      expect(await findings(page)).toEqual([]);
    }
  });
  await test.step('the rules are run on each instrument alone, beside holding it', async () => {
    await page.getByRole('tab', { name: 'Each alone' }).click();
    await page.getByRole('button', { name: 'Run on each alone' }).click();
    await expect(page.getByText(/On \d+ of 24 instruments \(\d+%\) the rules beat holding\./)).toBeVisible();
    const table = page.getByRole('table', { name: 'Each alone' });
    const first = table.getByRole('row').nth(1);
    await expect(first).toContainText('%');
    const best = await first.innerText();
    await table.getByRole('columnheader', { name: 'More' }).getByRole('button').click();
    await expect.poll(async () => (await first.innerText()) === best).toBe(false);
  });
  await test.step('the figures shown are chosen, and stay chosen', async () => {
    await page.getByRole('button', { name: /choose the figures/ }).click();
    await page.getByRole('checkbox', { name: 'Beta', exact: true }).click();
    await page.getByRole('checkbox', { name: 'Net profit', exact: true }).click();
    const names = page.getByRole('list', { name: 'Shown, in this order' }).getByRole('listitem');
    await expect(names.last()).toContainText('Net profit');
    for (let place = (await names.count()) - 2; place >= 0; place--) {
      await page.getByRole('button', { name: 'Net profit up' }).click();
      await expect(names.nth(place)).toContainText('Net profit');
    }
    await page.keyboard.press('Escape');
    await expect(figures().getByRole('row', { name: 'Beta' })).toHaveCount(0);
    await page.reload();
    await done();
    await expect(figures().getByRole('row', { name: 'Time in market' })).toHaveCount(1);
    await expect(figures().getByRole('row', { name: 'Beta' })).toHaveCount(0);
    await expect(figures().getByRole('row').nth(1)).toContainText('Net profit');
  });
});

test('the veil hides all from its day on until it is opened, and counts the openings', async () => {
  await openPlace();
  await unfold();
  await done();
  const whole = await figures().innerText();
  await expect(page.getByRole('tab', { name: 'Logbook (1)' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Out-of-sample from' }).fill('2023-01-01');
  await expect(page.getByText('Never opened so far.')).toBeVisible();
  await done();
  await expect.poll(async () => (await figures().innerText()) === whole).toBe(false);
  // No ghost, no change, no day, no logbook entry that would tell of it.
  await expect(page.getByText('Before the last edit')).not.toBeVisible();
  await expect(figures().getByRole('columnheader', { name: 'Change' })).not.toBeVisible();
  const lastDay = (csv: string): string | undefined =>
    csv
      .match(/20\d\d-\d\d-\d\d/g)
      ?.sort()
      .at(-1);
  expect(lastDay(await downloaded('CSV'))?.slice(0, 4)).toBe('2022');
  await page.getByRole('tab', { name: 'Years' }).click();
  await expect(page.getByRole('table', { name: 'Yearly returns' })).toContainText('2022');
  await expect(page.getByRole('table', { name: 'Yearly returns' })).not.toContainText('2023');
  await page.getByRole('tab', { name: /^Logbook/ }).click();
  await expect(page.getByText('1 that ran past the veil')).toBeVisible();

  await page.getByRole('button', { name: 'Open out-of-sample' }).click();
  await expect(page.getByText('Opened once so far.')).toBeVisible();
  const halves = page.getByRole('table', { name: 'In-sample and out-of-sample' });
  await expect(halves).toContainText('from 2022-12-30');
  await expect.poll(async () => (await figures().innerText()) === whole).toBe(true);
  // The next change veils it again.
  await page.locator('[data-field="limits.positions"]').getByRole('textbox').fill('9');
  await expect(halves).not.toBeVisible();
  await expect(page.getByRole('button', { name: 'Open out-of-sample' })).toBeVisible();
});

test('stops are drawn, the size is worked out in money, odd ones are warned of, costs told by the year', async () => {
  await openPlace();
  await unfold();
  await view('blocks');
  await choose(page.locator('[data-field="long.stops.initial.form"]').getByRole('combobox'), 'atr');
  await choose(page.locator('[data-field="long.stops.target.form"]').getByRole('combobox'), 'r');
  await done();
  await expect(
    page.getByRole('img', { name: /Today, from the entry: initial stop −\d+\.\d%, target \+\d+\.\d%/ }),
  ).toBeVisible();
  const size = page.getByTestId('size-note');
  await expect(size).toContainText(/one of 10 slots of [\d,]+; at [\d.,]+ that came to [\d,]+ shares/);
  await choose(page.locator('[data-field="size.method"]').getByRole('combobox'), 'percent-of-equity');
  await page.locator('[data-field="size.percent"]').getByRole('textbox').fill('30');
  await expect(size).toContainText('All slots together ask for 300% of the account');
  await page.locator('[data-field="size.percent"]').getByRole('textbox').fill('');
  await expect(page.locator('[data-field="size.percent"]')).toContainText('Percent is empty');
  await page.locator('[data-field="size.percent"]').getByRole('textbox').fill('10');
  const costs = page.getByTestId('yearly-costs');
  await expect(costs).toContainText(/A year of this costs [1-9]?\d\.\d\d% of the account/);
  await page.getByRole('button', { name: 'Schedules' }).click();
  await page.getByLabel('Name of a new schedule').fill('Mine');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByRole('button', { name: 'Nothing at all', exact: true }).click();
  await expect(costs).toContainText('A year of this costs 0.00%');
  await expect(page.getByRole('list', { name: 'Cautions' })).toContainText('It trades without costs.');
  await page.getByRole('button', { name: 'Schedules' }).click();
  await page.getByRole('button', { name: 'Mine', exact: true }).click();
  await expect(page.locator('[data-field="costs.slippage"]').getByRole('textbox')).toHaveValue('5');
});

test('sheets are tabs with their own undo, and a rule left half-done is there after the tab is killed', async () => {
  await openPlace();
  await test.step('sheets are tabs: left and right by keys, closed and opened again, each with its own undo', async () => {
    await newSheet();
    const tabs = page.getByRole('navigation', { name: 'Open sheets' }).locator('[aria-current=page]');
    const name = page.getByLabel('Name of the sheet');
    await name.fill('The right one');
    await page.getByRole('heading', { name: 'Trade', exact: true, includeHidden: true }).click();
    await page.keyboard.press('n');
    await expect(name).toHaveValue('Untitled');
    await name.fill('The newest');
    await page.getByRole('heading', { name: 'Trade', exact: true, includeHidden: true }).click();
    await page.keyboard.press('[');
    await expect(tabs).toHaveText('The right one');
    await page.keyboard.press(']');
    await expect(tabs).toHaveText('The newest');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('The sheet to the left');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Close The newest' }).click();
    await expect(tabs).toHaveText('The right one');
    await page.getByRole('button', { name: /^All sheets/ }).click();
    await page.getByLabel('Search the sheets').fill('newest');
    const sheets = page.getByRole('region', { name: 'All sheets' });
    await expect(sheets.getByRole('listitem')).toHaveCount(1);
    await sheets.getByLabel('Folder of The newest').fill('Ideas');
    await sheets.getByLabel('Folder of The newest').press('Enter');
    await expect(sheets.getByRole('heading', { name: 'Ideas' })).toBeVisible();
    expect(await seriousFindings(page)).toEqual([]);
    await sheets.getByRole('button', { name: 'The newest' }).click();
    await expect(name).toHaveValue('The newest');
    await page.getByRole('button', { name: /^Undo “folder”/ }).click();
    await page.getByRole('button', { name: /^Undo “name”/ }).click();
    await expect(name).toHaveValue('Untitled');
  });
  await test.step('a rule left half-done, by pointing and by typing, is there after the tab is killed', async () => {
    await newSheet();
    await view('blocks');
    await blocks('Enter when').getByRole('button', { name: 'Add a condition' }).click();
    // The focus is in it: its first value is being picked.
    await expect(page.getByPlaceholder('Search a measure')).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(result()).toHaveAttribute('data-status', 'faulty');
    await view('text');
    await typeRule('long.exit', 'close is below 50-day');
    const address = page.url();
    page = await killTab(page);
    await page.goto(address);
    await expect(result()).toHaveAttribute('data-status', 'faulty');
    await expect(page.getByRole('textbox', { name: 'Exit when' })).toContainText('close is below 50-day');
    await expect(page.getByRole('textbox', { name: 'Enter when' })).toContainText('… is above …');
    await view('blocks');
    await expect(
      blocks('Enter when')
        .getByRole('button', { name: /^pick a value ?: the second value$/ })
        .last(),
    ).toBeVisible();
  });
});
