// From a sheet with a doubt to an answer, by pointing: each kind of study, its numbers those of the headless runner.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { BY_NIGHT_AND_DAY, seriousFindings } from './kit/axe.ts';
import { choose, pick } from './kit/fields.ts';
import { studyHeadless } from './kit/headless.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
let scratch: string;
test.beforeEach(({ page: own, scratch: folder }) => {
  page = own;
  scratch = folder;
});

const verdict = () => page.getByTestId('verdict');
const settings = () => page.getByRole('complementary', { name: 'Settings of the study' });
const table = (name: string) => page.getByRole('table', { name, exact: true });
/** The cells of a plain table's row. */
const cellsOf = (name: string, row: string) =>
  table(name)
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: row, exact: true }) })
    .getByRole('cell');

/** Opens a copy of a sheet of the shelf. */
async function takeSheet(name: string): Promise<void> {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
  await page.getByRole('button', { name: `Open a copy of ${name}` }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the sheet' })).toHaveValue(name);
}

async function doubt(question: string): Promise<void> {
  await page.getByRole('button', { name: 'Doubt it …' }).click();
  await page.getByRole('menuitem', { name: question }).click();
  await expect(page).toHaveURL(/\/studies\?study=/);
  await expect(settings()).toBeVisible();
}

/** Another universe, of a few funds: less to wait for. */
async function onFunds(): Promise<void> {
  await pick(settings().getByRole('combobox', { name: 'Universe' }), 'Skerry funds');
  await expect(settings().getByRole('combobox', { name: 'Universe' })).toContainText('Skerry funds');
}

async function run(): Promise<void> {
  await page.getByRole('button', { name: /^(Run|Go on) / }).click();
  await expect(page.locator('[data-condition=found]')).toBeAttached();
}

async function setNumber(label: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label, exact: true });
  await field.fill(value);
  await field.press('Enter');
}

/** The study as the page gives it, done by the headless runner: its result.json. */
async function headless() {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take the study out' }).click();
  await page.getByRole('menuitem', { name: 'Study file' }).click();
  const file = join(scratch, 'study.json');
  writeFileSync(file, readFileSync(await (await download).path()));
  return JSON.parse(readFileSync(join(studyHeadless(scratch, file), 'result.json'), 'utf8'));
}

const two = (value: number): string => value.toFixed(2).replace('-', '−');
const percent = (value: number, digits = 1): string => `${(100 * value).toFixed(digits).replace('-', '−')}%`;
const axe = async (): Promise<void> => {
  // The name of the button that was used last hangs over others.
  await page.keyboard.press('Escape');
  for (const [theme, findings] of BY_NIGHT_AND_DAY) {
    await page.getByRole('button', { name: theme }).click();
    expect(await findings(page)).toEqual([]);
  }
};

test('a terrain: from the sheet to the plateau, its water turned, a setting opened as a sheet and kept', async () => {
  await takeSheet('Dip in a rising field');
  // What was tried on the sheet counts against the best.
  await expect(page.getByRole('tab', { name: 'Logbook (1)' })).toBeVisible();
  await doubt('Is this setting on a plateau, or a lone peak?');
  await onFunds();
  await setNumber('weak: from', '6');
  await setNumber('weak: to', '22');
  await setNumber('weak: step', '4');
  await setNumber('strong: step', '10');
  await expect(settings()).toContainText('25 settings, a whole run each.');
  await run();

  const result = await headless();
  const { cells, own, peak, plateau, peakDrop, overfitting, luckOfBest, deflatedSharpe, height } = result;
  // The sheet's 12 is not among 6, 10, 14, …
  expect(own).toBeNull();
  await expect(verdict()).toContainText('Your setting is not among these.');
  const best = cells[peak];
  await expect(verdict()).toContainText(
    `The peak, weak ${best.values[0]}, strong ${best.values[1]} with ${two(best.figures.mar)},`,
  );
  await expect(verdict()).toContainText(`${Math.abs(100 * peakDrop).toFixed(0)}% worse`);
  await expect(verdict()).toContainText(`${plateau.length} settings round`);
  await expect(page.getByTestId('water-level')).toHaveText(two(height));
  // Every number of the map.
  const map = page.locator('[data-map]');
  const drawn = await map.locator('text', { hasText: /^−?\d\.\d\d$/ }).allTextContents();
  const expected = cells.map((cell: { figures: { mar: number } }) => two(cell.figures.mar));
  expect([...drawn].sort()).toEqual(expected.sort());
  const chances = page.getByTestId('chances');
  await expect(chances).toContainText(percent(overfitting.pbo));
  await expect(chances).toContainText(luckOfBest.p < 0.001 ? 'below 0.001' : luckOfBest.p.toFixed(3));
  await expect(chances).toContainText(percent(deflatedSharpe));
  await expect(chances).toContainText('The same with the logbook');

  // Higher water floods more, and the address keeps it.
  const water = page.getByRole('slider', { name: 'Water level' });
  await water.press('PageUp');
  await water.press('PageUp');
  await expect(page).toHaveURL(/level=/);
  const level = Number((await page.getByTestId('water-level').innerText()).replace('−', '-'));
  // The level is written with two decimals.
  const dry = cells.filter((cell: { figures: { mar: number } }) => cell.figures.mar >= level - 0.005).length;
  const said = Number(/(\d+) settings? round/.exec(await verdict().innerText())?.[1] ?? 0);
  expect(said).toBeLessThan(plateau.length);
  expect(said).toBeLessThanOrEqual(dry);
  await page.getByRole('button', { name: 'As asked' }).click();
  await expect(page.getByTestId('water-level')).toHaveText(two(height));

  // Arrows light settings; the card has the runner's figures.
  await page.getByRole('group', { name: /^Map of MAR ratio/ }).focus();
  const card = page.getByTestId('cell');
  // To where it is not the peak, which is lit at first or stands on the way.
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowRight']) {
    const before = await card.getAttribute('data-cell');
    await page.keyboard.press(key);
    if (key !== 'ArrowUp') await expect(card).not.toHaveAttribute('data-cell', before ?? '');
  }
  const lit = Number(await card.getAttribute('data-cell'));
  expect(lit).not.toBe(peak);
  const its = cells[lit].figures;
  const figures = `Figures of weak ${cells[lit].values[0]}, strong ${cells[lit].values[1]}`;
  await expect(cellsOf(figures, 'CAGR').first()).toHaveText(percent(its.cagr));
  await expect(cellsOf(figures, 'Maximum drawdown').first()).toHaveText(percent(its.maxDrawdown));
  await expect(cellsOf(figures, 'CAGR less the benchmark’s').first()).toHaveText(
    percent(its.cagr - its.benchmark.cagr),
  );
  await expect(page.locator('[data-chart="Curve of the setting"] path').first()).toBeAttached();
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();

  // What one could not live with is struck out.
  await page.getByRole('checkbox', { name: 'The maximum drawdown I can live with' }).click();
  await expect(verdict()).toContainText(/no deeper than −\d+\.\d%|stayed above a drawdown of/);

  // Another figure beside it, and the table.
  await choose(page.getByRole('combobox', { name: 'Figure beside it' }), 'maxDrawdown');
  await expect(page.getByRole('group', { name: /^Map of Maximum drawdown/ })).toBeVisible();
  await page.getByLabel('Filter the settings').fill('trades>100000');
  await expect(page.getByText('No setting matches.')).toBeVisible();
  await axe();

  await page.getByRole('button', { name: 'Open as a sheet' }).click();
  await expect(page).toHaveURL(/\/strategies/);
  await expect(page.getByRole('textbox', { name: 'Name of the sheet' })).toHaveValue(
    `Dip in a rising field, weak ${cells[lit].values[0]}, strong ${cells[lit].values[1]}`,
  );
});

test('a walk-forward: what choosing as one went would have given', async () => {
  await takeSheet('Dip in a rising field');
  await doubt('Would choosing the setting as I went have worked?');
  await onFunds();
  await setNumber('Choose on', '36');
  await setNumber('Then trade', '12');
  await setNumber('weak: step', '10');
  await setNumber('strong: step', '20');
  await expect(page.getByRole('button', { name: /^Run / })).toContainText(/about \d+ (second|minute)/);
  await run();
  const { windows, figures, own, hindsight, efficiency } = await headless();
  await expect(verdict()).toContainText(
    `grown ${percent(figures.cagr)} a year over ${windows.length} windows, against ${percent(figures.benchmark.cagr)} of SK60 and ${percent(own.cagr)} of your own setting.`,
  );
  await expect(verdict()).toContainText(`with ${percent(hindsight.cagr)} a year: nobody knew`);
  if (efficiency >= 0) await expect(verdict()).toContainText(`efficiency ${two(efficiency)}`);
  await expect(cellsOf('Figures of the chain', 'Sharpe ratio')).toHaveText([
    two(figures.sharpe),
    two(own.sharpe),
    two(hindsight.sharpe),
    two(figures.benchmark.sharpe),
  ]);
  const rows = table('Windows').getByRole('row');
  await expect(rows).toHaveCount(windows.length + 1);
  await expect(rows.nth(1)).toContainText(windows[0].testFrom);
  await expect(rows.nth(1)).toContainText(two(windows[0].testFigure));
  await expect(page.getByText('Best in hindsight').first()).toBeVisible();
  // The chain opens as a run in a report.
  await page.getByRole('button', { name: 'Open as a run in a report' }).click();
  const report = page.getByTestId('short-report');
  await report.getByRole('button', { name: 'Trades', exact: true }).click();
  await expect(report.getByRole('table', { name: 'Trades' })).toBeVisible();
  await axe();
});

test.describe('on a busy disk', () => {
  // What is changed is read back after the next change is made.
  test.use({ storeTakes: 500 });

  test('an edge: what follows the sheet’s entry, its rule pointed at, and its events', async () => {
    await takeSheet('Dip in a rising field');
    await doubt('What follows this signal at all?');
    await onFunds();
    await setNumber('After bars', '1 5');
    // The rule is changed by pointing, as on a sheet.
    const signal = page.getByRole('group', { name: 'Signal long entry' });
    await expect(signal.getByRole('group', { name: 'Rule of long entry, as blocks' })).toBeVisible();
    await page.getByRole('textbox', { name: 'Gauge' }).fill('20-day volatility');
    await page.getByRole('textbox', { name: 'Gauge' }).press('Enter');
    await setNumber('weak: step', '5');
    await run();
    const { rows } = await headless();
    await expect(verdict()).toContainText(`after all ${rows.length} that were tried`);
    const lines = table('Rows of the edge').getByRole('row');
    await expect(lines).toHaveCount(rows.length + 1);
    const [first] = rows;
    for (const text of [
      first.n.toLocaleString('en'),
      percent(first.mean, 2),
      percent(first.base, 2),
      two(first.t),
    ]) {
      await expect(lines.nth(1)).toContainText(text);
    }
    // One row closer: its events add up, and each opens its chart.
    await lines.nth(1).getByRole('button').click();
    await expect(page).toHaveURL(/row=0/);
    const closer = page.getByRole('region', { name: 'One row closer' });
    await expect(closer.getByRole('heading', { name: /long entry .*1 bar after/ })).toBeVisible();
    await expect(closer.getByRole('table', { name: 'By thirds of 20-day volatility' })).toBeVisible();
    await expect(closer.getByText(`of ${first.n.toLocaleString('en')} events`)).toBeVisible();
    await axe();
    await closer.getByRole('table', { name: 'Events' }).getByRole('link').first().click();
    await expect(page).toHaveURL(/\/market\?symbol=\w+&day=\d{4}-\d\d-\d\d/);
  });
});

test('pairs: a search with its tries in sight, one pair opened, its threshold turned, a round on one chart', async () => {
  await takeSheet('Dip in a rising field');
  await doubt('Do two of these come back together?');
  await setNumber('Of the group', 'Tide power');
  await setNumber('Training bars', '800');
  await run();
  const search = await headless();
  await expect(verdict()).toContainText(`${search.tried} pairs were tried.`);
  const [first] = search.pairs;
  await expect(verdict()).toContainText(`First is ${first.y} against ${first.x}`);
  const rows = table('Pairs').getByRole('row');
  await expect(rows.nth(1)).toContainText(two(first.unitRootT));
  await expect(rows.nth(1)).toContainText(two(first.training));
  await rows.nth(1).getByRole('button').click();
  await expect(page.getByRole('textbox', { name: 'Name of the study' })).toHaveValue(
    `${first.y} and ${first.x}`,
  );
  // A pair is worked out at once.
  await expect(page.locator('[data-condition=found]')).toBeAttached();
  const line = page.getByRole('slider', { name: 'in from' });
  await line.press('ArrowUp');
  await expect(line).toHaveAttribute('aria-valuenow', '2.05');
  await expect(page.getByRole('textbox', { name: 'In from' })).toHaveValue('2.05');
  await expect(page.locator('[data-condition=found]')).toBeAttached();
  const pair = await headless();
  await expect(verdict()).toContainText(`${pair.rounds} rounds of ${first.y} against ${first.x}`);
  await expect(verdict()).toContainText(`a Sharpe ratio of ${two(pair.training.sharpe)}`);
  await expect(cellsOf('Figures of the pair', 'Sharpe ratio')).toHaveText([
    two(pair.training.sharpe),
    two(pair.training.benchmark.sharpe),
    two(pair.test.sharpe),
    two(pair.test.benchmark.sharpe),
    two(pair.figures.sharpe),
    two(pair.figures.benchmark.sharpe),
  ]);
  await table('Rounds').getByRole('button', { name: '1', exact: true }).click();
  await expect(page.locator('[data-chart="both legs"]').first()).toBeVisible();
  await expect(table('Legs of the round').getByRole('row')).toHaveCount(3);
  await axe();
  // Turning the threshold is an act like any other.
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByRole('textbox', { name: 'In from' })).toHaveValue('2');

  // A date that cannot be is told, and once it is mended the pair is there again.
  const from = settings().getByRole('textbox', { name: 'From', exact: true });
  await from.fill('2035-01-01');
  await from.press('Enter');
  await expect(page.locator('[data-condition=faulty]')).toBeAttached();
  await from.fill('');
  await from.press('Enter');
  await expect(page.locator('[data-condition=found]')).toBeAttached();
});

test('a shake: every repetition a point, and the worst as runs', async () => {
  await takeSheet('Dip in a rising field');
  await doubt('Does it hold when it is nudged?');
  await onFunds();
  await setNumber('Each', '3');
  await run();
  const { own, beat, repetitions } = await headless();
  const all = beat.find((one: { nudge: string }) => one.nudge === 'all');
  await expect(verdict()).toContainText(
    `As it is its CAGR is ${percent(own.cagr)}, against ${percent(own.benchmark.cagr)} of the benchmark.`,
  );
  await expect(verdict()).toContainText(`${percent(all.share, 0)} of 3 repetitions`);
  await expect(page.locator('svg[aria-label^="CAGR:"] circle')).toHaveCount(repetitions.length);
  const growth = repetitions.map((one: { figures: { cagr: number } }) => one.figures.cagr);
  const worst = table('The worst repetitions').getByRole('row').nth(1);
  await expect(worst.getByRole('cell').first()).toHaveText(percent(Math.min(...growth)));
  await worst.getByRole('button').click();
  await expect(cellsOf('Figures of the repetition', 'CAGR').first()).toHaveText(percent(Math.min(...growth)));
  await page.getByTestId('short-report').getByRole('button', { name: 'Trades', exact: true }).click();
  await expect(page.getByRole('table', { name: 'Trades' })).toBeVisible();
  await axe();
});

test('a sheet without dials offers every number of its rules; what is changed since is told', async () => {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  await doubt('Is this setting on a plateau, or a lone peak?');
  await onFunds();
  const dial = settings().getByRole('checkbox', { name: /^entry 1/ });
  await expect(dial).toBeChecked();
  const names = settings().getByRole('checkbox', { name: /^(entry|exit|rank) \d/ });
  const count = await names.count();
  expect(count).toBeGreaterThan(1);
  // One axis, as a profile.
  const second = names.nth(1);
  if (await second.isChecked()) await second.click();
  await expect(settings().getByRole('textbox', { name: /: step$/ })).toHaveCount(1);
  await run();
  await expect(page.getByRole('group', { name: /^Profile of MAR ratio/ })).toBeVisible();
  await page.getByRole('group', { name: /^Profile of MAR ratio/ }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/cell=/);
  const address = page.url();

  // An edit of the sheet makes the answer one of an earlier state.
  await page.getByRole('link', { name: 'Strategies', exact: true }).click();
  const benchmark = page.locator('[data-field="limits.positions"] input');
  await benchmark.fill('7');
  await page.goto(address);
  await expect(page.getByText('The sheet has changed since it ran.')).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
});

test('the veil of a sheet holds for its study until it is opened, which is counted in both', async () => {
  await takeSheet('Dip in a rising field');
  await page.getByRole('textbox', { name: 'Out-of-sample from' }).fill('2023-01-03');
  await expect(page.getByText('Never opened so far')).toBeVisible();
  await doubt('Is this setting on a plateau, or a lone peak?');
  await expect(
    page.getByText('Ends before 2023-01-03: the sheet holds out the days from there.'),
  ).toBeVisible();
  await expect(settings().getByRole('textbox', { name: 'To', exact: true })).toHaveValue('2023-01-02');
  await page.getByRole('button', { name: 'Open them (counted)' }).click();
  await expect(page.getByText('were opened once')).toBeVisible();
  await expect(settings().getByRole('textbox', { name: 'Split at' })).toHaveValue('2023-01-03');
  await expect(settings().getByRole('textbox', { name: 'To', exact: true })).toHaveValue('');
  await page.getByRole('link', { name: 'Strategies', exact: true }).click();
  await expect(page.getByText(/Opened once|opened once|1 time/).first()).toBeVisible();
});

test.describe('a kept run', () => {
  test.use({ seed: 'kept run' });
  test('is doubted as its sheet is', async () => {
    await page.goto('/runs');
    await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
    await doubt('Does it hold when it is nudged?');
    await expect(page.getByRole('textbox', { name: 'Name of the study' })).toHaveValue(/: shake$/);
  });
});
