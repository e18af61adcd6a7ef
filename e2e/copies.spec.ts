// The copies from which thousands of blocks are read: a later page reads them, and a broken one is passed over.

import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './kit/test.ts';

// What is read is seen by what is run.
test.use({ market: 'full', seed: 'nothing', showsLastRun: false });

const done = (page: Page) =>
  expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');

async function figures(page: Page): Promise<string> {
  await done(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Figures', exact: true }).click();
  return readFileSync(await (await download).path(), 'utf8');
}

/** The sizes of the files of copies, in bytes; 0 for one that is still written. */
const copies = (page: Page): Promise<number[]> =>
  page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const sizes: number[] = [];
    try {
      const folder = await root.getDirectoryHandle('bars');
      for await (const handle of (
        folder as unknown as { values(): AsyncIterable<FileSystemFileHandle> }
      ).values()) {
        // One that is being written may not be opened to be written again.
        const writing = await handle.createWritable().then(
          (stream) => stream.abort().then(() => false),
          () => true,
        );
        sizes.push(writing ? 0 : (await handle.getFile()).size);
      }
    } catch {}
    return sizes;
  });

const MB = 1e6;

test('a run is read from copies, and from the store where a copy is broken, which is then written anew', async ({
  page,
}) => {
  await page.goto('/strategies');
  const first = await figures(page);
  await expect.poll(async () => (await copies(page)).some((size) => size > MB)).toBe(true);
  const written = await copies(page);

  // The store without its blocks: what is read now comes from the copies.
  const emptied = await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open('plateau');
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error);
    });
    const change = database.transaction('blocks', 'readwrite');
    const blocks = change.objectStore('blocks');
    const kept = await new Promise<unknown[]>((resolve) => {
      const all = blocks.getAll();
      all.onsuccess = () => resolve(all.result);
    });
    blocks.clear();
    await new Promise((resolve) => {
      change.oncomplete = resolve;
    });
    database.close();
    Object.assign(window, { kept });
    return kept.length;
  });
  expect(emptied).toBeGreaterThan(140);
  const second = await page.context().newPage();
  await second.goto('/strategies');
  expect(await figures(second)).toBe(first);
  await second.close();

  // The blocks again, and a copy with other bytes in its midst: what is read now comes from the store.
  await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('plateau');
      request.onsuccess = () => resolve(request.result);
    });
    const change = database.transaction('blocks', 'readwrite');
    for (const row of (window as unknown as { kept: unknown[] }).kept) change.objectStore('blocks').put(row);
    await new Promise((resolve) => {
      change.oncomplete = resolve;
    });
    database.close();
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle('bars');
    for await (const handle of (
      folder as unknown as { values(): AsyncIterable<FileSystemFileHandle> }
    ).values()) {
      const stream = await handle.createWritable({ keepExistingData: true });
      await stream.write({ type: 'write', position: 4096, data: new Uint8Array([1, 2, 3, 4]) });
      await stream.close();
    }
  });
  await page.reload();
  expect(await figures(page)).toBe(first);
  await expect.poll(() => copies(page)).toEqual([]);
  await page.reload();
  expect(await figures(page)).toBe(first);
  await expect.poll(() => copies(page)).toEqual(written);
});
