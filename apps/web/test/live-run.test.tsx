// @vitest-environment jsdom
// A result in step with its sheet: the newest edit wins, and the curve before it stays as a ghost.

import type { RunAsked, ShownOutcome, ShownRun } from '@plateau/core';
import { renderHook, waitFor } from '@testing-library/react';
import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { edit, type Sheet } from '../model/sheet/sheet.ts';

// However busy the machine is.

interface Asked {
  readonly run: RunAsked;
  readonly answer: (outcome: ShownOutcome) => void;
  readonly fail: (error: Error) => void;
}
const asked: Asked[] = [];
const stopRun = vi.fn();
vi.mock('@/workers/engine-client.ts', () => ({
  runInWorker: (run: RunAsked) =>
    new Promise<ShownOutcome>((answer, fail) => {
      asked.push({ run, answer, fail });
    }),
  stopRun: () => stopRun(),
}));
const last = vi.hoisted(() => ({ answer: (_run: unknown) => {}, kept: [] as unknown[] }));
vi.mock('@/workers/shown-run-client.ts', () => ({
  lastShown: () =>
    new Promise((answer) => {
      last.answer = answer;
    }),
  keepShown: async (_asked: unknown, run: unknown) => last.kept.push(run),
  marketEdition: () => 0,
}));
const { useLiveRun } = await import('../features/strategies/result/use-live-run.ts');

const first: Sheet = {
  id: 's',
  draft: {
    name: 'Tide',
    universe: 'u',
    benchmark: 'KIX',
    'long.enter': 'close > 5-day average',
    'long.exit': 'close < 5-day average',
    'long.rank.by': '',
  },
  past: [],
  future: [],
  created: 1,
};
const edited = (sheet: Sheet, key: string, text: string): Sheet =>
  edit(sheet, key, text, 5000 * (sheet.past.length + 1), `step ${sheet.past.length}`);
const runOf = (equity: number): ShownRun =>
  ({
    marks: { day: Int32Array.of(1), equity: Float64Array.of(equity) },
    benchmark: Float64Array.of(1),
    trades: [],
    openTrades: [],
    figures: {},
  }) as unknown as ShownRun;
const done = (equity: number): ShownOutcome => ({ kind: 'done', run: runOf(equity) });

beforeEach(() => {
  asked.length = 0;
  last.kept.length = 0;
  stopRun.mockClear();
});

function live(sheet = first) {
  return renderHook(({ now, attempt }) => useLiveRun(now, attempt), {
    initialProps: { now: sheet, attempt: 0 },
  });
}

describe('a live run', () => {
  it('asks for what the sheet says, and shows it with what was run', async () => {
    const { result } = live();
    expect(result.current.status).toBe('running');
    expect(asked[0]?.run).toMatchObject({
      universe: 'u',
      request: { benchmark: 'KIX', strategy: { name: 'Tide' } },
    });
    asked[0]?.answer(done(100));
    await waitFor(() => expect(result.current.status).toBe('done'));
    expect(result.current.run?.marks.equity[0]).toBe(100);
    expect(result.current.ghost).toBeUndefined();
  });

  it('shows the newest edit’s result, whichever answers last, with the curve before the edit as ghost', async () => {
    const { result, rerender } = live();
    asked[0]?.answer(done(100));
    await waitFor(() => expect(result.current.status).toBe('done'));
    const second = edited(first, 'limits.positions', '5');
    rerender({ now: second, attempt: 0 });
    rerender({ now: edited(second, 'limits.positions', '6'), attempt: 0 });
    expect(asked.length).toBe(3);
    asked[2]?.answer(done(300));
    await waitFor(() => expect(result.current.run?.marks.equity[0]).toBe(300));
    asked[1]?.answer(done(200));
    await Promise.resolve();
    expect(result.current.run?.marks.equity[0]).toBe(300);
    expect(result.current.ghost?.equity[0]).toBe(100);
  });

  it('does not run again for a name or a note', async () => {
    const { rerender } = live();
    rerender({ now: edited(first, 'name', 'Another'), attempt: 0 });
    rerender({ now: edited(first, 'notes', 'Words'), attempt: 0 });
    expect(asked.length).toBe(1);
  });

  it('keeps the last good run beside the faults of a sheet that cannot be read, and stops what is under way', async () => {
    const { result, rerender } = live();
    asked[0]?.answer(done(100));
    await waitFor(() => expect(result.current.status).toBe('done'));
    rerender({ now: edited(first, 'limits.positions', 'ten'), attempt: 0 });
    expect(result.current.status).toBe('faulty');
    expect(result.current.problems[0]?.path).toBe('limits.positions');
    expect(result.current.run?.marks.equity[0]).toBe(100);
    expect(stopRun).toHaveBeenCalledOnce();
  });

  it('tells the engine’s problems, a stop and a crash, and runs again when it is asked to', async () => {
    const { result, rerender } = live();
    asked[0]?.answer({ kind: 'problems', problems: [{ path: 'benchmark', message: 'no bars' }] });
    await waitFor(() => expect(result.current.status).toBe('faulty'));
    rerender({ now: first, attempt: 1 });
    asked[1]?.answer({ kind: 'stopped' });
    await waitFor(() => expect(result.current.status).toBe('stopped'));
    rerender({ now: first, attempt: 2 });
    asked[2]?.fail(new Error('The engine stopped: out of memory.'));
    await waitFor(() => expect(result.current.status).toBe('crashed'));
    expect(result.current.crash).toContain('out of memory');
  });

  it('shows nothing of another sheet while its own is run', async () => {
    const { result, rerender } = live();
    asked[0]?.answer(done(100));
    await waitFor(() => expect(result.current.status).toBe('done'));
    rerender({ now: { ...first, id: 'other' }, attempt: 0 });
    expect(result.current.run).toBeUndefined();
    asked[1]?.answer(done(50));
    await waitFor(() => expect(result.current.status).toBe('done'));
    expect(result.current.ghost).toBeUndefined();
  });

  it('shows the run of the last page until its own is there, and draws it no second time where they are the same', async () => {
    const { result } = live();
    const before = runOf(100);
    last.answer(before);
    await waitFor(() => expect(result.current.status).toBe('done'));
    const shown = result.current;
    expect(shown.run).toBe(before);
    asked[0]?.answer(done(100));
    await waitFor(() => expect(last.kept).toEqual([before]));
    expect(result.current).toBe(shown);
  });

  it('shows its own run where the last page’s was another, or comes later', async () => {
    const { result } = live();
    last.answer(runOf(100));
    await waitFor(() => expect(result.current.run?.marks.equity[0]).toBe(100));
    asked[0]?.answer(done(200));
    await waitFor(() => expect(result.current.run?.marks.equity[0]).toBe(200));
    expect(result.current.ghost).toBeUndefined();

    const late = live();
    asked[1]?.answer(done(300));
    await waitFor(() => expect(late.result.current.run?.marks.equity[0]).toBe(300));
    last.answer(runOf(100));
    await Promise.resolve();
    expect(late.result.current.run?.marks.equity[0]).toBe(300);
  });

  it('keeps no run of the last page where its own cannot be run', async () => {
    const { result } = live();
    last.answer(runOf(100));
    await waitFor(() => expect(result.current.status).toBe('done'));
    asked[0]?.answer({ kind: 'problems', problems: [{ path: 'benchmark', message: 'no bars' }] });
    await waitFor(() => expect(result.current.status).toBe('faulty'));
    expect(last.kept).toEqual([]);
  });

  it('takes keys that follow each other faster than anything else gets its turn', () => {
    // React gives up on a tree whose every commit asks for another one, fifty times over.
    const root = createRoot(document.createElement('div'));
    const Probe = ({ sheet }: { readonly sheet: Sheet }) => useLiveRun(sheet, 0).status;
    let sheet = first;
    for (let key = 1; key <= 120; key++) {
      sheet = edit(sheet, 'limits.positions', String(key), key, 'typed');
      flushSync(() => root.render(<Probe sheet={sheet} />));
    }
    expect(asked.at(-1)?.run.request.strategy.limits.positions).toBe(120);
    root.unmount();
  });
});
