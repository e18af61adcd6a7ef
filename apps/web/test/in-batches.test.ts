// Results of many pieces of work are written in batches, each once, in whatever order they come.

import fc from 'fast-check';
import { afterEach, expect, it, vi } from 'vitest';
import { inBatches } from '../workers/in-batches.ts';

afterEach(() => vi.useRealTimers());

it('writes every result once, and no batch is larger than another may be', async () => {
  await fc.assert(
    fc.asyncProperty(fc.scheduler(), fc.nat(70), async (scheduler, count) => {
      const items = Array.from({ length: count }, (_x, k) => k + 1);
      const written: number[] = [];
      let most = 0;
      const work = scheduler.scheduleFunction(async (item: number) => item * 10);
      const write = scheduler.scheduleFunction(async (results: readonly number[]) => {
        most = Math.max(most, results.length);
        written.push(...results);
      });
      await scheduler.waitFor(inBatches(items, work, write));
      expect(written.sort((a, b) => a - b)).toEqual(items.map((item) => item * 10));
      expect(most).toBeLessThanOrEqual(24);
      expect(count === 0 || most > 0).toBe(true);
    }),
  );
});

it('writes what has come when more is slow to come', async () => {
  vi.useFakeTimers({ toFake: ['Date'] });
  const batches: (readonly number[])[] = [];
  let slow: () => void = () => {};
  const work = async (item: number): Promise<number> => {
    if (item === 3) await new Promise<void>((resolve) => (slow = resolve));
    // The second comes later than one may wait for what has come.
    if (item === 2) {
      await new Promise((resolve) => setTimeout(resolve));
      vi.setSystemTime(Date.now() + 1100);
    }
    return item;
  };
  const all = inBatches([1, 2, 3], work, async (results) => {
    batches.push(results);
    slow();
  });
  await all;
  expect(batches).toEqual([[1, 2], [3]]);
});

it('stops at what cannot be written; what was written stays', async () => {
  const written: number[] = [];
  const items = Array.from({ length: 60 }, (_x, k) => k + 1);
  const write = async (results: readonly number[]): Promise<void> => {
    if (written.length > 0) throw new Error('The disk is full.');
    written.push(...results);
  };
  await expect(inBatches(items, async (item) => item, write)).rejects.toThrow('The disk is full.');
  expect(written.length).toBe(24);
});
