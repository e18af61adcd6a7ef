// The browsers that tests begin with, made once before all of them through the page itself: each test works on a copy.

import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, expect as base, chromium, type FullConfig, type Page } from '@playwright/test';
import { runHeadless } from './headless.ts';
import { longWork } from './patience.ts';

/**
 * What a test's browser holds when it begins: nothing; the Skerry market with its first sheet, and the app kept for a time
 * without a network; or that and the first sheet's run, kept.
 */
export type Seed = 'nothing' | 'market' | 'kept run';

// The set-up knows nothing of the patience that tests are given.
const expect = base.configure(longWork);

/** Set by the set-up, for the workers that Playwright starts after it. */
const folder = (): string => process.env.PLATEAU_SEEDS ?? '';

/** Lays a copy of a seed where a browser may keep its profile. */
export function plant(seed: Seed, profile: string): void {
  if (seed === 'nothing') mkdirSync(profile);
  else cpSync(join(folder(), seed), profile, { recursive: true });
}

/** What the headless runner made of the kept run's strategy. */
export function headless(name: string): string {
  return readFileSync(join(folder(), 'out', name), 'utf8');
}

/** The kept run's strategy, as its sheet gave it. */
export const strategyFile = (): string => join(folder(), 'strategy.json');

async function firstStart(page: Page): Promise<void> {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  // The first variant counts once it has stayed for a moment.
  await expect(page.getByRole('tab', { name: 'Logbook (1)' })).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true));
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('pages')).keys()).length))
    .toBeGreaterThan(5);
}

async function keepRun(page: Page): Promise<void> {
  await page.goto('/strategies');
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as strategy file' }).click();
  await (await download).saveAs(strategyFile());
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
}

/** Makes the seeds. @returns what takes them away again */
export default async function makeSeeds(config: FullConfig): Promise<() => void> {
  const made = mkdtempSync(join(tmpdir(), 'plateau-seeds-'));
  process.env.PLATEAU_SEEDS = made;
  const { launchOptions, baseURL, viewport } = config.projects[0]?.use ?? {};
  const grow = async (seed: Seed, work: (page: Page) => Promise<void>): Promise<void> => {
    const browser: BrowserContext = await chromium.launchPersistentContext(join(made, seed), {
      ...launchOptions,
      baseURL,
      viewport,
    });
    await work(browser.pages()[0] ?? (await browser.newPage()));
    await browser.close();
  };
  await grow('market', firstStart);
  plant('market', join(made, 'kept run'));
  await grow('kept run', keepRun);
  runHeadless(made, strategyFile());
  return () => {
    if (existsSync(made)) rmSync(made, { recursive: true });
  };
}
