// The Studies place: studies are imported, run beside the page, stopped, killed and gone on with, and are the headless runner's.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { seriousFindings } from './kit/axe.ts';
import { studyHeadless } from './kit/headless.ts';
import { killTab } from './kit/tabs.ts';
import { expect, test } from './kit/test.ts';

let page: Page;
let scratch: string;
test.beforeEach(async ({ page: own, scratch: folder }) => {
  page = own;
  scratch = folder;
  await page.goto('/studies');
  await expect(page.getByRole('heading', { name: 'Your studies' })).toBeVisible();
});

const row = (name: string) => page.getByRole('listitem', { name, exact: true });
const button = (words: string, name: string) =>
  page.getByRole('button', { name: `${words} ${name}`, exact: true });
/** Begins a study, which is opened. */
const begin = async (name: string): Promise<void> => {
  await page.getByRole('button', { name: `Begin “${name}”` }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the study' })).toHaveValue(name);
};
const list = () => page.getByRole('link', { name: 'All studies' }).click();
const choose = (file: string) => page.getByLabel('Study file', { exact: true }).setInputFiles(file);
/** How many pieces the page says are done. */
const done = async (name: string): Promise<number> =>
  Number(/([\d,]+) of [\d,]+ done/.exec(await row(name).innerText())?.[1]?.replaceAll(',', '') ?? 0);

/** How many settings the maps show a number of. */
const numbersOnMaps = (): Promise<number> =>
  page.locator('[data-map] text', { hasText: /^\d\.\d\d$/ }).count();

async function taken(name: string, what: string): Promise<Buffer> {
  const download = page.waitForEvent('download');
  await row(name).getByRole('button', { name: what, exact: true }).click();
  return readFileSync(await (await download).path());
}

/** The files of the page's result. */
async function result(name: string): Promise<Map<string, string>> {
  const files = unzipSync(await taken(name, 'Result'));
  return new Map(Object.entries(files).map(([file, bytes]) => [file, strFromU8(bytes)]));
}

/** The study as the page gives it, done by the headless runner. */
async function headless(name: string): Promise<(file: string) => string> {
  const file = join(scratch, 'study.json');
  writeFileSync(file, await taken(name, 'Study file'));
  const out = studyHeadless(scratch, file);
  return (one) => readFileSync(join(out, one), 'utf8');
}

test('a study is begun, runs, and has the headless runner’s result to the last byte', async () => {
  const name = 'After days of falling';
  await begin(name);
  await list();
  await expect(row(name)).toContainText('Not run yet.');
  await button('Run', name).click();
  await expect(row(name)).toContainText('25 rows: least Holm p');
  const ours = await result(name);
  const theirs = await headless(name);
  expect([...ours.keys()].sort()).toEqual(['base.csv', 'result.json', 'rows.csv']);
  for (const [file, text] of ours) expect(text, file).toBe(theirs(file));
  // What it found is there after the page is loaded anew.
  await page.reload();
  await expect(row(name)).toContainText('25 rows: least Holm p');
});

test('a killed tab loses no piece that was done: the study goes on from there, to the same result', async () => {
  const name = 'Dips, setting by setting';
  await begin(name);
  await page.getByRole('button', { name: `Run ${name}` }).click();
  // The map shows what there is.
  await expect.poll(numbersOnMaps).toBeGreaterThan(20);
  page = await killTab(page);
  await page.goto('/studies');
  await expect(row(name)).toContainText(/Stopped: \d+ pieces of it done and kept\./);
  const kept = Number(/Stopped: (\d+) pieces/.exec(await row(name).innerText())?.[1]);
  expect(kept).toBeGreaterThan(0);
  await button('Go on', name).click();
  await expect(row(name)).toContainText('81 cells: peak');
  const ours = await result(name);
  const theirs = await headless(name);
  for (const [file, text] of ours) expect(text, file).toBe(theirs(file));
});

test('a study goes on in another place, is stopped, and gone on with', async () => {
  await begin('Dips, setting by setting');
  await list();
  // One of more work than going from place to place, however fast the machine.
  const name = 'Dips, finer';
  const study = JSON.parse(String(await taken('Dips, setting by setting', 'Study file')));
  const [line, limit] = study.axes;
  const file = join(scratch, 'finer.json');
  writeFileSync(file, JSON.stringify({ ...study, name, axes: [{ ...line, step: 10 }, limit] }));
  await choose(file);
  await button('Run', name).click();
  await expect.poll(() => done(name)).toBeGreaterThan(1);
  await page.getByRole('link', { name: 'Runs', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Runs', exact: true })).toBeAttached();
  await page.getByRole('link', { name: 'Studies', exact: true }).click();
  await expect(button('Stop', name)).toBeVisible();
  await button('Stop', name).click();
  await expect(row(name)).toContainText(/Stopped: \d+ pieces? of it done and kept\./);
  await button('Go on', name).click();
  await expect(row(name)).toContainText('from before');
  // One who is elsewhere is told when it ends.
  await page.getByRole('link', { name: 'Runs', exact: true }).click();
  await expect(page.getByText(`“${name}” has its answer.`)).toBeVisible();
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(page.getByTestId('verdict')).toContainText('Your setting is');
});

test('files that are no studies, unknown universes and faults are told where they are; deleting is undone', async () => {
  const file = join(scratch, 'pair.json');
  const pair = {
    format: 'plateau-study/1',
    kind: 'pair',
    name: 'Two ferries',
    y: 'GHOST',
    x: 'SWELL',
    benchmark: 'SK60',
  };
  writeFileSync(file, JSON.stringify({ ...pair, x: 'GHOST' }));
  await choose(file);
  await expect(
    page.getByText('pair.json is no study: x: a pair needs two instruments; both are GHOST'),
  ).toBeVisible();
  writeFileSync(file, JSON.stringify(pair));
  await choose(file);
  await button('Run', 'Two ferries').click();
  await expect(row('Two ferries')).toContainText('Y: There are no bars of GHOST.');

  const shake = JSON.parse(
    readFileSync(
      new URL('../apps/cli/test/golden-studies/s01-terrain-81/study.json', import.meta.url),
      'utf8',
    ),
  );
  const { strategy } = shake;
  const nudged = {
    format: 'plateau-study/1',
    kind: 'shake',
    name: 'Nudged',
    universe: 'elsewhere.csv',
    benchmark: 'SK60',
    strategy: { ...strategy, costs: {} },
    repetitions: 1,
    nudges: ['late', 'order'],
  };
  writeFileSync(file, JSON.stringify(nudged));
  await choose(file);
  await expect(row('Nudged')).toContainText('There is no universe “elsewhere.csv” here.');
  await expect(button('Run', 'Nudged')).toBeDisabled();
  await page.getByRole('combobox', { name: 'Universe of Nudged' }).click();
  await page.getByRole('option').first().click();
  await button('Run', 'Nudged').click();
  await expect(row('Nudged')).toContainText('of 1 nudged repetition beat the benchmark');

  await button('Copy', 'Nudged').click();
  await expect(row('Nudged, copy')).toContainText('of 1 nudged repetition beat the benchmark');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(row('Nudged, copy')).toBeHidden();
  await button('Delete', 'Nudged').click();
  await expect(row('Nudged')).toBeHidden();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(row('Nudged')).toContainText('of 1 nudged repetition beat the benchmark');
});

test('the place has no serious accessibility fault, by day and by night', async () => {
  await begin('Stocks that move together');
  await list();
  await button('Run', 'Stocks that move together').click();
  await expect(row('Stocks that move together')).toContainText('pairs tried');
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Night map' }).click();
  expect(await seriousFindings(page)).toEqual([]);
});
