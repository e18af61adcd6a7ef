// The test of this house: a browser that holds what a seed says, in which nothing may go wrong unseen.

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type BrowserContext,
  type BrowserContextOptions,
  test as base,
  type ConsoleMessage,
  chromium,
  type Disposable,
  expect,
  type Page,
  type WebError,
} from '@playwright/test';
import { chromiumOptions } from '../../scripts/chromium.ts';
import { patience } from '../../testing/patience.ts';
import { type Seed, storesOf } from './seeds.ts';
import { writeStores } from './stores.ts';
import { ADDRESSES, surroundings } from './surroundings.ts';

interface House {
  /** What the browser's store holds when the test begins. */
  seed: Seed;
  /** The whole demo market is for tests that are about its size; they begin with nothing. */
  market: keyof typeof ADDRESSES;
  /** Whether the app may keep itself for a time without a network, as it does outside of tests: its pages then load more slowly. */
  keepsApp: boolean;
  /** What the test's browser has otherwise than all others; it then has the machine's fonts too. */
  elsewhere: BrowserContextOptions | undefined;
  /** Whether a page may begin with the run of the last one; without, what is shown is what its engine has run. */
  showsLastRun: boolean;
  /** Milliseconds that the store takes for each change that the page makes, as on a disk that is busy. */
  storeTakes: number;
  /** Faults that the test itself makes. */
  tolerated: RegExp;
  /** A folder of the test's own, gone after it. */
  scratch: string;
}

/**
 * A browser and a tab that outlive their tests, for compiled code and other caches are most of a page's start. What a page can
 * write is taken away between tests.
 */
class WarmBrowser {
  #tab: Page | undefined;

  constructor(readonly context: BrowserContext) {}

  async tab(): Promise<Page> {
    // A browser without a page would end: its first one stays.
    const [first] = this.context.pages();
    if (!this.#tab || this.#tab.isClosed()) this.#tab = await this.context.newPage();
    const tab = this.#tab;
    for (const page of this.context.pages()) if (page !== tab && page !== first) await page.close();
    await tab.setViewportSize(surroundings.viewport);
    return tab;
  }
}

interface Shared {
  warm: WarmBrowser;
}

/** What Chromium writes of answers that did not come, which the page tells in its own words. */
const network = /Failed to load resource|ERR_INTERNET_DISCONNECTED|ERR_FAILED|Failed to fetch RSC payload/;

/** In the page: a browser that has no store for the runs that were shown. */
function forbidShownRuns(): void {
  const { open } = IDBFactory.prototype;
  IDBFactory.prototype.open = function openOthers(name, version) {
    // Not the test's own page, which lays out the stores.
    if (!location.pathname.endsWith('.svg') && name === 'plateau shown runs')
      throw new DOMException('forbidden', 'InvalidStateError');
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

const temporaryFolder = (): string => mkdtempSync(join(tmpdir(), 'plateau-test-'));

export const test = base.extend<House, Shared>({
  seed: ['market', { option: true }],
  market: ['small', { option: true }],
  keepsApp: [false, { option: true }],
  elsewhere: [undefined, { option: true }],
  showsLastRun: [true, { option: true }],
  storeTakes: [0, { option: true }],
  tolerated: [/^$/, { option: true }],
  // biome-ignore lint/correctness/noEmptyPattern: Playwright reads what a fixture takes from its pattern.
  scratch: async ({}, use) => {
    const folder = temporaryFolder();
    await use(folder);
    rmSync(folder, { recursive: true });
  },
  warm: [
    async ({ launchOptions }, use) => {
      const profile = temporaryFolder();
      const context = await chromium.launchPersistentContext(profile, {
        ...launchOptions,
        ...surroundings,
        baseURL: ADDRESSES.small,
        serviceWorkers: 'block',
      });
      await use(new WarmBrowser(context));
      await context.close();
      rmSync(profile, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  context: async (
    { warm, launchOptions, market, keepsApp, elsewhere, showsLastRun, storeTakes, tolerated },
    use,
  ) => {
    const isOwn = keepsApp || market === 'full' || elsewhere !== undefined;
    const own = isOwn ? await chromium.launch(elsewhere ? chromiumOptions : launchOptions) : undefined;
    const context = own
      ? await own.newContext({
          ...surroundings,
          baseURL: ADDRESSES[market],
          serviceWorkers: keepsApp ? 'allow' : 'block',
          ...elsewhere,
        })
      : warm.context;
    const scripts: Disposable[] = [];
    if (!showsLastRun) scripts.push(await context.addInitScript(forbidShownRuns));
    if (storeTakes > 0) scripts.push(await context.addInitScript(slowStore, storeTakes));
    const faults: string[] = [];
    const note = (text: string): void => {
      if (!network.test(text) && !tolerated.test(text)) faults.push(text);
    };
    const noteError = (fault: WebError): void => note(fault.error().message);
    const noteConsole = (message: ConsoleMessage): void => {
      if (message.type() === 'error') note(message.text());
    };
    context.setDefaultTimeout(patience);
    context.on('weberror', noteError).on('console', noteConsole);
    await use(context);
    context.off('weberror', noteError).off('console', noteConsole);
    if (own) await own.close();
    else {
      for (const script of scripts) await script.dispose();
      await context.unrouteAll({ behavior: 'ignoreErrors' });
      await context.clearPermissions();
    }
    expect(faults, 'faults that no one saw').toEqual([]);
  },
  page: async ({ context, warm, seed }, use) => {
    const page = context === warm.context ? await warm.tab() : await context.newPage();
    await page.goto('/icon.svg');
    await writeStores(page, storesOf(seed));
    // A script that a test adds to the tab is gone with the test.
    const scripts: Disposable[] = [];
    const add = page.addInitScript.bind(page);
    page.addInitScript = async (...added: Parameters<typeof add>) => {
      const script = await add(...added);
      scripts.push(script);
      return script;
    };
    await use(page);
    page.addInitScript = add;
    if (page.isClosed()) return;
    for (const script of scripts) await script.dispose();
    await page.unrouteAll({ behavior: 'ignoreErrors' });
  },
});

export { expect };
