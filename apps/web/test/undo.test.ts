// One stack of undo a place.

import { beforeEach, describe, expect, it, vi } from 'vitest';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn() }) }));

const { act, doAgain, redoIn, takeBack, undoIn, useActs } = await import('../store/undo.ts');

const EMPTY = { done: [], undone: [] };
let value: string[] = [];
const put = (what: string) =>
  act('market', `put ${what}`, {
    redo: () => {
      value = [...value, what];
    },
    undo: () => {
      value = value.filter((one) => one !== what);
    },
  });

beforeEach(() => {
  value = [];
  useActs.setState({ market: EMPTY, strategies: EMPTY, runs: EMPTY, studies: EMPTY, blends: EMPTY });
});

describe('acts of a place', () => {
  it('are taken back newest first and done again in their order', async () => {
    await put('a');
    await put('b');
    await takeBack('market');
    expect(value).toEqual(['a']);
    await takeBack('market');
    expect(value).toEqual([]);
    await doAgain('market');
    await doAgain('market');
    expect(value).toEqual(['a', 'b']);
  });

  it('stand only once they are done, also where the promise is of the store’s own kind', async () => {
    let finish = (): void => undefined;
    const own = {
      // biome-ignore lint/suspicious/noThenProperty: a promise that is no Promise, as the store gives them
      then: (done: () => void) => {
        finish = done;
      },
    };
    const acting = act('market', 'slow', { redo: () => own, undo: () => undefined });
    await Promise.resolve();
    expect(useActs.getState().market.done).toEqual([]);
    finish();
    await acting;
    expect(useActs.getState().market.done.map(({ words }) => words)).toEqual(['slow']);
  });

  it('are taken back when they are under way: what is on screen is what is undone', async () => {
    await put('a');
    let finish = (): void => undefined;
    const slow = act('market', 'slow', {
      redo: () => {
        value = [...value, 'slow'];
        return new Promise<void>((resolve) => {
          finish = resolve;
        });
      },
      undo: () => {
        value = value.filter((one) => one !== 'slow');
      },
    });
    const undoing = undoIn('market');
    finish();
    await Promise.all([slow, undoing]);
    expect(value).toEqual(['a']);
    await undoIn('market');
    expect(value).toEqual([]);
  });

  it('are undone and done again once for each time it is asked, however slow the store is', async () => {
    const later = () => new Promise<void>((resolve) => setTimeout(resolve));
    const slow = (what: string) =>
      act('market', what, {
        redo: () => later().then(() => (value = [...value, what])),
        undo: () => later().then(() => (value = value.filter((one) => one !== what))),
      });
    await slow('a');
    await slow('b');
    await slow('c');
    await Promise.all([undoIn('market'), undoIn('market')]);
    expect(value).toEqual(['a']);
    await Promise.all([undoIn('market'), redoIn('market'), redoIn('market'), takeBack('market')]);
    expect(value).toEqual(['a']);
    await Promise.all([doAgain('market'), doAgain('market'), doAgain('market')]);
    expect(value).toEqual(['a', 'b', 'c']);
    const { done, undone } = useActs.getState().market;
    expect([done.map(({ words }) => words), undone]).toEqual([['a', 'b', 'c'], []]);
  });

  it('that failed hold back nothing', async () => {
    await put('a');
    const failing = act('market', 'none', {
      redo: () => Promise.reject(new Error('full')),
      undo: () => undefined,
    });
    await expect(failing).rejects.toThrow('full');
    await undoIn('market');
    expect(value).toEqual([]);
  });

  it('forget what was undone once something else is done', async () => {
    await put('a');
    await takeBack('market');
    await put('b');
    await doAgain('market');
    expect(value).toEqual(['b']);
  });

  it('forget what is being undone while something else is done', async () => {
    let finish = (): void => undefined;
    const undo = () =>
      new Promise<void>((resolve) => {
        finish = resolve;
      });
    await act('market', 'slow to undo', { redo: () => undefined, undo });
    const undoing = undoIn('market');
    await vi.waitFor(() => expect(useActs.getState().market.done).toEqual([]), { timeout: 60_000 });
    await put('b');
    finish();
    await undoing;
    await doAgain('market');
    const { done, undone } = useActs.getState().market;
    expect([done.map(({ words }) => words), undone]).toEqual([['put b'], []]);
  });

  it('stand apart from those of another place', async () => {
    await put('a');
    await takeBack('runs');
    expect(value).toEqual(['a']);
  });

  it('are none when the doing failed, and stay when the undoing did', async () => {
    const fails = () => Promise.reject(new Error('no room'));
    await expect(act('market', 'x', { redo: fails, undo: () => {} })).rejects.toThrow('no room');
    expect(useActs.getState().market.done).toEqual([]);
    await act('market', 'y', { redo: () => {}, undo: fails });
    await expect(takeBack('market')).rejects.toThrow('no room');
    expect(useActs.getState().market.done.length).toBe(1);
  });

  it('stand among a place’s own steps by their times', async () => {
    const steps = { last: 5 as number | undefined, undone: [] as string[] };
    const own = {
      lastAt: () => steps.last,
      nextAt: () => (steps.undone.length > 0 ? Number.MAX_SAFE_INTEGER : undefined),
      undo: () => {
        steps.last = undefined;
        steps.undone.push('step');
      },
      redo: () => {
        steps.undone.pop();
      },
    };
    await put('newer than the step');
    await undoIn('market', own);
    expect([value, steps.last]).toEqual([[], 5]);
    await undoIn('market', own);
    expect(steps.undone).toEqual(['step']);
    await redoIn('market', own);
    expect([value, steps.undone]).toEqual([[], []]);
    await redoIn('market', own);
    expect(value).toEqual(['newer than the step']);
  });
});
