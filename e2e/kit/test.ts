// The test of this house: a browser of its own, grown from a seed, in which nothing may go wrong unseen.

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, chromium, expect } from '@playwright/test';
import { plant, type Seed } from './seeds.ts';

interface House {
  /** What the browser holds when the test begins. */
  seed: Seed;
  /** Whether a page may begin with the run of the last one; without, what is shown is what its engine has run. */
  showsLastRun: boolean;
  /** Milliseconds that the store takes for each change that the page makes, as on a disk that is busy. */
  storeTakes: number;
  /** Faults that the test itself makes. */
  tolerated: RegExp;
  /** A folder of the test's own, gone after it. */
  scratch: string;
}

/** What Chromium writes of answers that did not come, which the page tells in its own words. */
const network = /Failed to load resource|ERR_INTERNET_DISCONNECTED|ERR_FAILED|Failed to fetch RSC payload/;

/** In the page: a browser that has no store for the runs that were shown. */
function forbidShownRuns(): void {
  const { open } = IDBFactory.prototype;
  IDBFactory.prototype.open = function openOthers(name, version) {
    if (name === 'plateau shown runs') throw new DOMException('forbidden', 'InvalidStateError');
    return open.call(this, name, version);
  };
}

/** In the page: each transaction that writes is kept busy a while, so that what is written is read back late. */
function slowStore(ms: number): void {
  const { transaction } = IDBDatabase.prototype;
  IDBDatabase.prototype.transaction = function begin(...asked: Parameters<typeof transaction>) {
    const begun = transaction.apply(this, asked);
    const [store] = begun.objectStoreNames;
    if (asked[1] !== 'readwrite' || store === undefined) return begun;
    // It ends by itself once nothing is asked of it any more.
    begun.commit = () => undefined;
    const end = performance.now() + ms;
    const keepBusy = (): void => {
      if (performance.now() < end) begun.objectStore(store).count(IDBKeyRange.only('')).onsuccess = keepBusy;
    };
    keepBusy();
    return begun;
  };
}

export const test = base.extend<House>({
  seed: ['market', { option: true }],
  showsLastRun: [true, { option: true }],
  storeTakes: [0, { option: true }],
  tolerated: [/^$/, { option: true }],
  // biome-ignore lint/correctness/noEmptyPattern: Playwright reads what a fixture takes from its pattern.
  scratch: async ({}, use) => {
    const folder = mkdtempSync(join(tmpdir(), 'plateau-test-'));
    await use(folder);
    rmSync(folder, { recursive: true });
  },
  context: async (
    { seed, scratch, showsLastRun, storeTakes, tolerated, launchOptions, baseURL, viewport },
    use,
  ) => {
    const profile = join(scratch, 'profile');
    plant(seed, profile);
    const context = await chromium.launchPersistentContext(profile, { ...launchOptions, baseURL, viewport });
    if (!showsLastRun) await context.addInitScript(forbidShownRuns);
    if (storeTakes > 0) await context.addInitScript(slowStore, storeTakes);
    const faults: string[] = [];
    const note = (text: string): void => {
      if (!network.test(text) && !tolerated.test(text)) faults.push(text);
    };
    context.on('weberror', (fault) => note(fault.error().message));
    context.on('console', (message) => {
      if (message.type() === 'error') note(message.text());
    });
    await use(context);
    await context.close();
    expect(faults, 'faults that no one saw').toEqual([]);
  },
  page: async ({ context }, use) => {
    await use(context.pages()[0] ?? (await context.newPage()));
  },
});

export { expect };
