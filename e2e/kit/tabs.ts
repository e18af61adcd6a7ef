// Tabs as accidents meet them: killed while they work, with a store that does not answer.

import type { Page } from '@playwright/test';

/** Kills the tab's process, as a machine out of memory would, and opens another in its place. */
export async function killTab(page: Page): Promise<Page> {
  const context = page.context();
  const killed = page.waitForEvent('crash');
  const session = await context.newCDPSession(page);
  session.send('Page.crash').catch(() => undefined);
  await killed;
  await page.close();
  return context.newPage();
}

/** From now on the store takes nothing that this tab writes, and does not answer it. */
export function silenceStore(page: Page): Promise<void> {
  return page.evaluate(() => {
    IDBObjectStore.prototype.put = () => ({}) as IDBRequest<IDBValidKey>;
  });
}
