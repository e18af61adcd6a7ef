// The page's store, as no page of ours would ask or change it.

import type { Page } from '@playwright/test';

/** Every row of a table. */
export function rowsOf(page: Page, table: string): Promise<readonly Record<string, unknown>[]> {
  return page.evaluate(
    (store) =>
      new Promise<Record<string, unknown>[]>((resolve, reject) => {
        const request = indexedDB.open('plateau');
        request.onerror = () => reject(request.error);
        request.onsuccess = () => {
          const all = request.result.transaction(store).objectStore(store).getAll();
          all.onerror = () => reject(all.error);
          all.onsuccess = () => {
            request.result.close();
            resolve(all.result);
          };
        };
      }),
    table,
  );
}

/** Puts a row into a table. */
export function putRow(page: Page, table: string, row: unknown): Promise<void> {
  return page.evaluate(
    ([store, value]) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('plateau');
        request.onerror = () => reject(request.error);
        request.onsuccess = () => {
          const change = request.result.transaction(store as string, 'readwrite');
          change.objectStore(store as string).put(value);
          change.onerror = () => reject(change.error);
          change.oncomplete = () => {
            request.result.close();
            resolve();
          };
        };
      }),
    [table, row] as const,
  );
}
