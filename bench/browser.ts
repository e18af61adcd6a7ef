// Speed in Chromium: first start, later start, key press to redrawn curve, a store of thousands. Needs a built app (npm run build).

import { chromium, type Page } from '@playwright/test';
import { chromiumOptions, serveApp } from '../scripts/chromium.ts';
import type { Tell } from './engine.ts';
import { addInstruments, openMarket } from './many-instruments.ts';
import { median } from './median.ts';
import { searchLetters } from './search-letters.ts';
import { type TerrainSpeeds, terrainSpeeds } from './terrain-page.ts';

const PORT = 3218;
const MANY = 2000;
/** Instruments of the demo market. */
const SKERRY = 173;
const done = (page: Page) =>
  page.waitForSelector('[data-status=done] .recharts-area-curve', { timeout: 60_000 });

/** Medians over several starts, 20 key presses and 20 turns of a dial, each row when the last of its samples is there. */
export async function browserBench(tell: Tell): Promise<void> {
  const { address: site, server } = await serveApp(PORT);
  const address = `${site}/strategies`;
  try {
    const browser = await chromium.launch(chromiumOptions);
    const first: number[] = [];
    const later: number[] = [];
    const terrain: TerrainSpeeds = { first: [], again: [], water: [] };
    for (let k = 0; k < 3; k++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      first.push(
        await timed(async () => {
          await page.goto(address);
          await done(page);
        }),
      );
      await page.waitForTimeout(1500);
      for (let n = 0; n < 3; n++)
        later.push(
          await timed(async () => {
            await page.reload();
            await done(page);
          }),
        );
      if (k === 0) tell('key press to redrawn curve', median(await keyPresses(page)));
      if (k === 1) {
        tell('one turn of a dial to redrawn curve, thousands of trades', median(await dialTurns(page)));
        tell('report of more than 10,000 trades opened, to its figures', median(await longReports(page)));
        await blendTurns(page, site, tell);
      }
      const speeds = await terrainSpeeds(page, site);
      for (const key of ['first', 'again', 'water'] as const) terrain[key].push(...speeds[key]);
      if (k === 1)
        tell(
          'work of the main thread for a letter in the search of Market',
          median(await searchLetters(page, site)),
        );
      if (k === 2) {
        await addInstruments(page, MANY);
        const many: number[] = [];
        for (let n = 0; n < 3; n++) many.push(await openMarket(page, site, MANY + SKERRY));
        tell('Market opened with 2,000 instruments more', median(many));
      }
      await context.close();
    }
    tell('first start, empty browser, to first curve', median(first));
    tell('later start, data in the store, to first curve', median(later));
    tell('terrain of 81 settings on 33 funds, from its key to map and luck', median(terrain.first));
    tell('the same once more', median(terrain.again));
    tell('one turn of the water level to redrawn shore', median(terrain.water));
    await browser.close();
  } finally {
    server.kill();
  }
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const started = performance.now();
  await work();
  return performance.now() - started;
}

/** Types digits into the exit rule's window: from the key event to the frame after the curve's path changed. */
async function keyPresses(page: Page): Promise<number[]> {
  await page.evaluate(WATCH);
  await page.getByRole('radio', { name: 'text' }).click();
  await page.getByRole('textbox', { name: 'Exit when' }).click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('close < 10-day average');
  await page.waitForTimeout(2500);
  await page.evaluate('redrawn.length = 0; pressed = 0');
  await page.keyboard.press('Home');
  for (let k = 0; k < 9; k++) await page.keyboard.press('ArrowRight');
  // close < 1|0-day average: a digit in, a digit out
  for (let k = 0; k < 10; k++) {
    await page.keyboard.type(String(1 + (k % 8)));
    await page.waitForTimeout(900);
    await page.keyboard.press('Backspace');
    await page.waitForTimeout(900);
  }
  return page.evaluate('redrawn');
}

/** Turns a dial of a ready sheet with thousands of trades by its slider's keys, 20 steps. */
async function dialTurns(page: Page): Promise<number[]> {
  await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
  await page.getByRole('button', { name: 'Open a copy of Dip in a rising field' }).click();
  await page.waitForTimeout(4000);
  await page.evaluate(WATCH);
  await page.getByRole('slider', { name: 'Dial weak' }).focus();
  for (let k = 0; k < 20; k++) {
    await page.keyboard.press(k < 10 ? 'ArrowRight' : 'ArrowLeft');
    await page.waitForTimeout(900);
  }
  return page.evaluate('redrawn');
}

/** Turns a share of the demo blend of four strategies by its slider's keys, in either form. */
async function blendTurns(page: Page, site: string, tell: Tell): Promise<void> {
  const whole = () => page.waitForSelector('[data-whole=true]', { timeout: 60_000 });
  await page.goto(`${site}/blends?blend=all`);
  await page.getByRole('button', { name: 'Open “One idea four times”' }).click();
  await whole();
  await page.waitForTimeout(3000);
  await page.evaluate(WATCH);
  const turn = async (): Promise<number[]> => {
    await page.evaluate('redrawn.length = 0');
    await page.getByRole('slider').first().focus();
    for (let k = 0; k < 20; k++) {
      await page.keyboard.press(k % 2 === 0 ? 'ArrowLeft' : 'ArrowRight');
      await page.waitForTimeout(300);
      await whole();
      await page.waitForTimeout(600);
    }
    return page.evaluate('redrawn');
  };
  tell('one turn of a share to redrawn curve, four buckets', median(await turn()));
  await page.getByRole('radio', { name: /^One account/ }).click();
  await page.waitForTimeout(500);
  await whole();
  await page.waitForTimeout(3000);
  tell('one turn of a share to redrawn curve, four parts on one account', median(await turn()));
}

/** Opens the report of a run of over ten thousand trades from another place, until its figures are drawn and answer. */
async function longReports(page: Page): Promise<number[]> {
  const rule = async (name: string, text: string): Promise<void> => {
    await page.getByRole('textbox', { name }).click();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.insertText(text);
    await page.keyboard.press('Escape');
  };
  await page.getByRole('radio', { name: 'text' }).click();
  await rule('Enter when', 'close > 200-day average and 2-day RSI < 10');
  await rule('Exit when', '2-day RSI > 60');
  await page.getByLabel('Slots', { exact: true }).fill('60');
  await page.waitForTimeout(3000);
  await page.getByRole('button', { name: 'Keep this run' }).click();
  await page.getByRole('link', { name: 'Open its report' }).click();
  const ready = () => page.waitForSelector('[data-testid=report][data-ready=true]');
  await ready();
  const times: number[] = [];
  for (let k = 0; k < 5; k++) {
    await page.getByRole('link', { name: 'Strategies' }).click();
    await done(page);
    await page.waitForTimeout(2000);
    times.push(
      await timed(async () => {
        await page.getByRole('link', { name: 'Runs' }).click();
        await page.waitForSelector('[data-testid=report] #figures table');
        await page.evaluate('new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn)))');
      }),
    );
    await ready();
  }
  return times;
}

// A text, not a function: the loader that runs this file would put its own helpers into one.
const WATCH = `
  window.redrawn = [];
  window.pressed = 0;
  window.addEventListener('keydown', () => { window.pressed = performance.now(); }, true);
  (() => {
    const path = () =>
      document.querySelector('[data-testid=equity-chart] :is(.recharts-area-curve, [data-path=land] path:last-child)')?.getAttribute('d');
    let last = path();
    const watch = () => {
      const now = path();
      if (now && now !== last) {
        last = now;
        if (window.pressed > 0) window.redrawn.push(performance.now() - window.pressed);
        window.pressed = 0;
      }
      requestAnimationFrame(watch);
    };
    requestAnimationFrame(watch);
  })();
`;
