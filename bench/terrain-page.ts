// A terrain in the page: from the key that runs it to its map with all that luck says, and a turn of the water level.

import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { shelf } from '../apps/web/features/strategies/shelf/shelf.ts';
import { STRATEGY_FORMAT, STUDY_FORMAT } from '../packages/files/src/index.ts';

/** The first pullback of the shelf over 81 settings of its dials, on the demo market's funds. */
const PULLBACK = shelf.find(({ style }) => style.startsWith('pullback'));
const STUDY = {
  format: STUDY_FORMAT,
  kind: 'terrain',
  name: 'Thirty funds',
  universe: 'skerry-funds',
  benchmark: 'SK60',
  strategy: { format: STRATEGY_FORMAT, name: PULLBACK?.name, ...PULLBACK?.strategy },
  axes: [
    { dial: 'weak', from: 4, to: 20, step: 2 },
    { dial: 'strong', from: 40, to: 80, step: 5 },
  ],
};

export interface TerrainSpeeds {
  /** the first in a page that has estimated it, and others after it */
  readonly first: number[];
  readonly again: number[];
  readonly water: number[];
}

export async function terrainSpeeds(page: Page, site: string): Promise<TerrainSpeeds> {
  const file = join(tmpdir(), 'plateau-bench-study.json');
  writeFileSync(file, JSON.stringify(STUDY));
  await page.goto(`${site}/studies`);
  await page.getByRole('heading', { name: 'Your studies' }).waitFor();
  await page.getByLabel('Study file', { exact: true }).setInputFiles(file);
  await page.getByRole('link', { name: STUDY.name }).click();
  await page
    .getByRole('button', { name: /^Run .*/ })
    .filter({ hasText: 'about' })
    .waitFor({ timeout: 60_000 });
  const run = async (): Promise<number> => {
    await page.waitForTimeout(1500);
    const began = performance.now();
    await page.getByRole('button', { name: /^Run / }).click();
    await page.locator('[data-condition=running]').waitFor({ state: 'attached' });
    await page.locator('[data-condition=found]').waitFor({ state: 'attached', timeout: 120_000 });
    await page.locator('[data-mark=own]').first().waitFor({ state: 'attached' });
    return performance.now() - began;
  };
  const first = [await run()];
  const again = [await run(), await run()];
  await page.waitForTimeout(3000);
  return { first, again, water: await waterTurns(page) };
}

/** From a key on the water's slider to the frame after its shore moved. */
async function waterTurns(page: Page): Promise<number[]> {
  await page.getByRole('slider', { name: 'Water level' }).focus();
  await page.evaluate(`
    window.shores = [];
    addEventListener('keydown', ({ timeStamp }) => {
      const shore = () => document.querySelector('[data-water] path').getAttribute('d');
      const before = shore();
      const look = () => (shore() === before ? requestAnimationFrame(look) : shores.push(performance.now() - timeStamp));
      requestAnimationFrame(look);
    }, { capture: true });
  `);
  for (let k = 0; k < 20; k++) {
    await page.keyboard.press('ArrowUp');
    await page.waitForTimeout(250);
  }
  return page.evaluate('shores');
}
