// What a letter costs that is typed beside a chart.

import type { Page } from '@playwright/test';

const LETTERS = 'tide power';

/** Milliseconds that the main thread is at work for each letter typed into Market's search, until it rests. */
export async function searchLetters(page: Page, site: string): Promise<number[]> {
  await page.goto(`${site}/market`);
  await page.locator('[data-testid=price-chart] path').first().waitFor();
  await page.waitForTimeout(3000);
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const work = async (): Promise<number> => {
    const { metrics } = await session.send('Performance.getMetrics');
    return 1000 * (metrics.find(({ name }) => name === 'TaskDuration')?.value ?? Number.NaN);
  };
  await page.getByLabel('Search instruments').focus();
  const spent: number[] = [];
  for (const letter of LETTERS) {
    const before = await work();
    await page.keyboard.press(letter === ' ' ? 'Space' : letter);
    await page.waitForTimeout(700);
    spent.push((await work()) - before);
  }
  await session.detach();
  return spent;
}
