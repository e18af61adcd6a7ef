// @vitest-environment jsdom
// What a page keeps of its last run for the next one, and when it does not.

import type { RunAsked, ShownRun } from '@plateau/core';
import { beforeEach, expect, it, vi } from 'vitest';

const world = vi.hoisted(() => ({
  mark: 'mark' as string | undefined,
  rows: new Map<string, unknown>(),
  changed: [] as (() => void)[],
}));
vi.mock('@/workers/run-mark.ts', () => ({ runMark: async () => world.mark }));
vi.mock('@/store/tabs.ts', () => ({ onMarketChange: (hear: () => void) => world.changed.push(hear) }));
vi.mock('@/store/shown-runs.ts', () => ({
  shownRun: async (key: string) => world.rows.get(key),
  putShownRun: async (key: string, run: unknown) => world.rows.set(key, run),
}));

const asked = {} as RunAsked;
const runOf = (name: string): ShownRun => ({ name, trades: [] }) as unknown as ShownRun;
const page = () => import('@/workers/shown-run-client.ts');
const LONG = 60_000;

beforeEach(() => {
  vi.resetModules();
  vi.useFakeTimers();
  world.mark = 'mark';
  world.rows.clear();
  world.changed.length = 0;
});

it('keeps the last of several runs, for the next page and there for its first run alone', async () => {
  const { keepShown, marketEdition } = await page();
  void keepShown(asked, runOf('typed'), marketEdition());
  await vi.advanceTimersByTimeAsync(500);
  void keepShown(asked, runOf('settled'), marketEdition());
  await vi.advanceTimersByTimeAsync(LONG);
  expect([...world.rows]).toEqual([['mark', runOf('settled')]]);

  vi.resetModules();
  const next = await page();
  expect(await next.lastShown(asked)).toEqual(runOf('settled'));
  expect(await next.lastShown(asked)).toBeUndefined();
});

it('keeps none whose market has changed since it was asked for, however late that is heard', async () => {
  const { keepShown, marketEdition } = await page();
  const began = marketEdition();
  const change = (): void => {
    for (const hear of world.changed) hear();
  };
  for (const after of [0, 1000, 2500]) {
    void keepShown(asked, runOf('old'), marketEdition());
    await vi.advanceTimersByTimeAsync(after);
    change();
    await vi.advanceTimersByTimeAsync(LONG);
    expect(world.rows.size).toBe(0);
  }
  void keepShown(asked, runOf('began before'), began);
  await vi.advanceTimersByTimeAsync(LONG);
  expect(world.rows.size).toBe(0);
});

it('keeps none of so many trades that keeping it would be felt, nor the one before it', async () => {
  const { keepShown, marketEdition } = await page();
  void keepShown(asked, runOf('few'), marketEdition());
  void keepShown(asked, { ...runOf('many'), trades: new Array(20_001) }, marketEdition());
  await vi.advanceTimersByTimeAsync(LONG);
  expect(world.rows.size).toBe(0);
});

it('shows and keeps none where bars may change without a trace', async () => {
  world.rows.set('mark', runOf('old'));
  world.mark = undefined;
  const { keepShown, lastShown, marketEdition } = await page();
  expect(await lastShown(asked)).toBeUndefined();
  void keepShown(asked, runOf('new'), marketEdition());
  await vi.advanceTimersByTimeAsync(LONG);
  expect([...world.rows.values()]).toEqual([runOf('old')]);
});
