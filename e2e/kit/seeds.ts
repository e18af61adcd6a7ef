// What a browser's store holds when a test begins: made once before all tests through the page itself, and laid into the store anew
// for each of them.

import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { expect as base, chromium, type FullConfig, type Page } from '@playwright/test';
import { patience } from '../../testing/patience.ts';
import { runHeadless } from './headless.ts';
import { readStores, type Stores } from './stores.ts';

/** Nothing; the small Skerry market with its first sheet; or that and the first sheet's run, kept. */
export type Seed = 'nothing' | 'market' | 'kept run';

// The set-up knows nothing of the patience that tests are given.
const expect = base.configure({ timeout: patience });

/** Set by the set-up, for the workers that Playwright starts after it. */
const folder = (): string => process.env.PLATEAU_SEEDS ?? '';

const NOTHING: Stores = { databases: [], local: [] };

export const storesOf = (seed: Seed): Stores =>
  seed === 'nothing' ? NOTHING : deserialize(readFileSync(join(folder(), seed)));

/** What the headless runner made of the kept run's strategy. */
export function headless(name: string): string {
  return readFileSync(join(folder(), 'out', name), 'utf8');
}

/** The kept run's strategy, as its sheet gave it. */
export const strategyFile = (): string => join(folder(), 'strategy.json');

const done = (page: Page): Promise<void> =>
  expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');

async function firstStart(page: Page): Promise<void> {
  await page.goto('/strategies');
  await done(page);
  // The first variant counts once it has stayed for a moment.
  await expect(page.getByRole('tab', { name: 'Logbook (1)' })).toBeVisible();
}

async function keepRun(page: Page): Promise<void> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as strategy file' }).click();
  await (await download).saveAs(strategyFile());
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
}

/** Makes the seeds, one after the other in one browser. @returns what takes them away again */
export default async function makeSeeds(config: FullConfig): Promise<() => void> {
  process.env.PLATEAU_SEEDS = mkdtempSync(join(tmpdir(), 'plateau-seeds-'));
  const { launchOptions, ...use } = config.projects[0]?.use ?? {};
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({ ...use, serviceWorkers: 'block' });
  const page = await context.newPage();
  const keep = async (seed: Seed): Promise<void> =>
    writeFileSync(join(folder(), seed), serialize(await readStores(page)));
  await firstStart(page);
  await keep('market');
  await keepRun(page);
  await keep('kept run');
  await browser.close();
  runHeadless(folder(), strategyFile());
  return () => rmSync(folder(), { recursive: true, force: true });
}
