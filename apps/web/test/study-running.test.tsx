// @vitest-environment jsdom
// A study under way: its answer is kept, its fault told, it is stopped, and what has changed since is said.

import 'fake-indexeddb/auto';
import { renderHook, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { StoredStudy } from '../model/studies/stored-study.ts';

// However busy the machine is.

type Answer = Awaited<ReturnType<typeof import('../workers/study-client.ts').studyInWorkers>>;
interface Asked {
  readonly tried: readonly number[];
  readonly began: (desk: { progress: () => object; stop: () => void }) => void;
  readonly show: (news: object) => void;
  readonly answer: (how: Answer) => void;
  readonly fail: (error: Error) => void;
}
const asked: Asked[] = [];
vi.mock('@/workers/study-client.ts', () => ({
  studyInWorkers: (
    _id: string,
    _study: object,
    tried: readonly number[],
    began: Asked['began'],
    show: Asked['show'],
  ) => new Promise((answer, fail) => asked.push({ tried, began, show, answer, fail })),
}));
let mark = 'm';
vi.mock('@/workers/market-mark.ts', () => ({ marketMark: async () => mark }));
const told: string[] = [];
let openIt: (() => void) | undefined;
vi.mock('sonner', () => ({
  toast: (words: string, how?: { readonly action?: { readonly onClick: () => void } }) => {
    told.push(words);
    openIt = how?.action?.onClick;
  },
}));
const pushed: string[] = [];
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: (to: string) => pushed.push(to) }) }));
/** Whether another tab has the study. */
let taken = false;
Object.defineProperty(navigator, 'locks', {
  value: {
    request: (_name: string, _how: object, work: (lock: object | null) => Promise<void>) =>
      work(taken ? null : {}),
  },
});

const { database } = await import('../store/database.ts');
const { addStudy } = await import('../store/studies/studies.ts');
const { startStudy, stopStudy } = await import('../parts/studies/running.ts');
const { useRunningStudies } = await import('../parts/studies/state.ts');
const { StudyEnds } = await import('../parts/studies/study-ends.tsx');
const { useCondition } = await import('../parts/studies/use-condition.ts');

const study = {
  kind: 'edge',
  name: 'Tide',
  notes: '',
  seed: 1,
  universe: 'u',
  benchmark: 'KIX',
  signals: [{ name: 'low', rule: 'close < 5', side: 'long' }],
  horizons: [1],
  entry: 'close',
  cost: 0,
  once: false,
} as const;
const result = { kind: 'edge', rows: [], base: [], failed: [] } as const;
const done = { outcome: { kind: 'done', result }, data: 'd', market: 'm', keepFault: undefined } as const;

async function begun(origin?: StoredStudy['origin']): Promise<StoredStudy> {
  const id = await addStudy(study, origin);
  return stored(id);
}
async function stored(id: string): Promise<StoredStudy> {
  const row = await database.studies.get(id);
  if (!row) throw new Error('it is there');
  return row;
}
const latest = async (): Promise<Asked> => {
  await waitFor(() => expect(asked.length).toBe(1));
  return asked[0] as Asked;
};

beforeEach(async () => {
  asked.length = 0;
  told.length = 0;
  taken = false;
  mark = 'm';
  await database.studies.clear();
  await database.logbook.clear();
  useRunningStudies.setState({ ended: undefined, running: new Map(), faults: new Map() });
});

describe('a study under way', () => {
  it('is told with what is known, and its answer is kept when it comes', async () => {
    const row = await begun();
    const running = startStudy(row.id);
    // Once is enough.
    await startStudy(row.id);
    const { began, show, answer } = await latest();
    began({ progress: () => ({ expected: 4, done: 1, found: 0 }), stop: () => undefined });
    show({ kind: 'edge', rows: [] });
    await waitFor(() => {
      const its = useRunningStudies.getState().running.get(row.id);
      expect(its?.progress.expected).toBe(4);
      expect(its?.news?.kind).toBe('edge');
    });
    answer(done);
    await running;
    expect(useRunningStudies.getState().running.size).toBe(0);
    expect((await stored(row.id)).found).toMatchObject({ data: 'd', market: 'm', result });
    expect((await stored(row.id)).took).toBeGreaterThan(0);
  });

  it('tells its end to one who is elsewhere, or is leaving; not to one who sees it', async () => {
    const ended = async (): Promise<string> => {
      asked.length = 0;
      const row = await begun();
      const running = startStudy(row.id);
      (await latest()).answer(done);
      await running;
      return row.id;
    };
    const toldOf = () => useRunningStudies.getState().ended?.id;
    history.pushState({}, '', '/runs');
    const elsewhere = await ended();
    expect(toldOf()).toBe(elsewhere);
    history.pushState({}, '', '/studies');
    const seen = await ended();
    expect(toldOf()).toBe(elsewhere);
    history.pushState({}, '', `/studies?study=${seen}`);
    const left = await ended();
    expect(toldOf()).toBe(left);
    history.pushState({}, '', '/studies');
    const leaving = await ended();
    expect(toldOf()).toBe(left);
    history.pushState({}, '', '/market');
    await waitFor(() => expect(toldOf()).toBe(leaving));
    history.pushState({}, '', '/');
  });

  it('tells its fault, which is gone when it is run again', async () => {
    const row = await begun();
    const first = startStudy(row.id);
    (await latest()).answer({
      ...done,
      outcome: { kind: 'problems', problems: [{ path: 'signals', message: 'There is none.' }] },
    });
    await first;
    expect(useRunningStudies.getState().faults.get(row.id)?.why).toBe('Signals: There is none.');
    asked.length = 0;
    const again = startStudy(row.id);
    expect(useRunningStudies.getState().faults.has(row.id)).toBe(false);
    (await latest()).fail(new Error('The worker died.'));
    await again;
    expect(useRunningStudies.getState().faults.get(row.id)?.why).toBe('The worker died.');
    expect((await stored(row.id)).found).toBeUndefined();
  });

  it('is one tab’s at a time', async () => {
    taken = true;
    const row = await begun();
    await startStudy(row.id);
    expect(asked.length).toBe(0);
    expect(useRunningStudies.getState().faults.get(row.id)?.why).toBe('It is under way in another tab.');
  });

  it('is stopped, also before its desk is there; what could not be kept is said', async () => {
    const row = await begun();
    const running = startStudy(row.id);
    stopStudy(row.id);
    const stop = vi.fn();
    const { began, answer } = await latest();
    began({ progress: () => ({ expected: 4, done: 1, found: 0 }), stop });
    expect(stop).toHaveBeenCalledOnce();
    answer({ ...done, outcome: { kind: 'stopped' }, keepFault: 'no room' });
    await running;
    expect(useRunningStudies.getState().faults.get(row.id)?.why).toBe(
      'What was done could not be kept: no room',
    );
  });

  it('counts what the sheet’s logbook has by now, or what it had when the sheet is gone', async () => {
    const origin = { of: 'sheet', id: 's', name: 'Tide', tried: [0.5] } as const;
    const row = await begun(origin);
    const first = startStudy(row.id);
    const { tried, answer } = await latest();
    expect(tried).toEqual([0.5]);
    answer(done);
    await first;
  });
});

it('that ended unseen is told once, wherever one is, with the way to it', async () => {
  renderHook(() => StudyEnds());
  useRunningStudies.setState({ ended: { id: 'i', name: 'Tide' } });
  await waitFor(() => expect(told).toEqual(['“Tide” has its answer.']));
  openIt?.();
  expect(pushed).toEqual(['/studies?study=i']);
});

describe('what a study is now', () => {
  it('is new, found, or of bars that have changed since', async () => {
    const row = await begun();
    const { result: condition, rerender } = renderHook(({ its }) => useCondition(its), {
      initialProps: { its: row },
    });
    expect(condition.current).toEqual({ kind: 'new' });
    const running = startStudy(row.id);
    await waitFor(() => expect(condition.current.kind).toBe('running'));
    (await latest()).answer(done);
    await running;
    rerender({ its: await stored(row.id) });
    await waitFor(() => expect(condition.current).toEqual({ kind: 'found', changed: [] }));
    mark = 'another';
    rerender({ its: await stored(row.id) });
    const { result: looked } = renderHook(() => useCondition({ ...row, found: { ...found(), market: 'm' } }));
    await waitFor(() => expect(looked.current).toEqual({ kind: 'found', changed: ['bars'] }));
  });

  it('is the answer of another tab where that came after a fault here', async () => {
    const row = await begun();
    useRunningStudies.setState({
      faults: new Map([[row.id, { why: 'It is under way in another tab.', at: 1 }]]),
    });
    const { result: before } = renderHook(() => useCondition(row));
    expect(before.current).toEqual({ kind: 'faulty', why: 'It is under way in another tab.' });
    const { result: after } = renderHook(() => useCondition({ ...row, found: found() }));
    await waitFor(() => expect(after.current.kind).toBe('found'));
  });
});

const found = (): NonNullable<StoredStudy['found']> => ({ at: Date.now(), engine: '0', data: 'd', result });
