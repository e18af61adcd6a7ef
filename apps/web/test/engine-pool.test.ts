// @vitest-environment jsdom
// The engine's bars: begun before the run is known, stopped where it is another, and tried again where they could not be read.

import { beforeEach, expect, it, vi } from 'vitest';

const store = vi.hoisted(() => ({
  needed: [] as string[],
  read: vi.fn<(symbols: ReadonlySet<string>, signal?: AbortSignal) => Promise<readonly never[]>>(),
}));
vi.mock('@/workers/market-memory.ts', () => ({
  readMarket: store.read,
  forgetMarket: () => {},
  withHeld: (symbols: ReadonlySet<string>) => symbols,
}));
vi.mock('@/workers/needed-symbols.ts', () => ({
  expectNeeded: () => {},
  neededSymbols: async () => new Set(store.needed),
}));
vi.mock('@/workers/engine-start.ts', () => ({ warmEngine: () => {}, takeEngine: () => ({}) }));
vi.mock('@/store/read.ts', () => ({ readAll: async () => [] }));
vi.mock('@/store/tabs.ts', () => ({ onMarketChange: () => {} }));
vi.mock('@plateau/core', () => ({ PoolEnded: class extends Error {}, WorkPool: class {} }));

const DOWN = 'plateau last needed';
const asked = {} as never;
const page = () => import('@/workers/engine-pool.ts');
const until = (check: () => void) => vi.waitFor(check, { timeout: 60_000 });
const symbolsRead = () => store.read.mock.calls.map(([symbols]) => [...symbols].join(' '));

beforeEach(() => {
  vi.resetModules();
  store.read.mockReset().mockResolvedValue([]);
  localStorage.clear();
});

it('reads what the last page read before the run is known, and no more where the run needs no more', async () => {
  localStorage.setItem(DOWN, '["A","B"]');
  const { expectRun, engineFor } = await page();
  expectRun();
  expect(symbolsRead()).toEqual(['A B']);
  store.needed = ['A'];
  await (await engineFor(asked)).pool;
  expect(symbolsRead()).toEqual(['A B']);
  await until(() => expect(localStorage.getItem(DOWN)).toBe('["A"]'));
});

it('stops reading it where the run needs something else, and not once a run waits for it', async () => {
  localStorage.setItem(DOWN, '["A","B"]');
  store.read.mockImplementation(() => new Promise(() => {}));
  const { expectRun, engineFor } = await page();
  expectRun();
  const signal = store.read.mock.lastCall?.[1];
  store.needed = ['B'];
  await engineFor(asked);
  expect(signal?.aborted).toBe(false);
  store.needed = ['C'];
  await engineFor(asked);
  expect(signal?.aborted).toBe(false);
  expect(symbolsRead()).toEqual(['A B', 'C']);
});

it('stops at once what no run has waited for', async () => {
  localStorage.setItem(DOWN, '["A","B"]');
  store.read.mockImplementation(
    (_symbols, signal) =>
      new Promise((_resolve, reject) =>
        signal?.addEventListener('abort', () => reject(new Error('stopped'))),
      ),
  );
  const { expectRun, engineFor } = await page();
  expectRun();
  const signal = store.read.mock.lastCall?.[1];
  store.needed = ['C'];
  await engineFor(asked);
  expect(signal?.aborted).toBe(true);
});

it('tries again what could not be read, and does not leave it to the next page', async () => {
  localStorage.setItem(DOWN, '["A"]');
  store.read.mockRejectedValue(new Error('no memory'));
  const { expectRun, engineFor } = await page();
  expectRun();
  store.needed = ['A', 'B'];
  await expect((await engineFor(asked)).pool).rejects.toThrow('no memory');
  await expect((await engineFor(asked)).pool).rejects.toThrow('no memory');
  store.read.mockResolvedValue([]);
  await (await engineFor(asked)).pool;
  expect(symbolsRead()).toEqual(['A', 'A B', 'A B', 'A B']);
  await until(() => expect(localStorage.getItem(DOWN)).toBe('["A","B"]'));
});

it.each(['', '{', '[1]', '{"A":1}', 'null'])('begins nothing of a note that is none: %s', async (note) => {
  localStorage.setItem(DOWN, note);
  (await page()).expectRun();
  expect(store.read).not.toHaveBeenCalled();
});
