// A machine that loses its network once the app is kept, for tests whose browser keeps it (`keepsApp`).

import type { Page } from '@playwright/test';
import { expect } from './test.ts';

export async function goOffline(page: Page): Promise<void> {
  if (page.url().endsWith('.svg')) await page.goto('/strategies');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true));
  // A page of another worker than the one that keeps the app would ask the network.
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await page.context().setOffline(true);
}
