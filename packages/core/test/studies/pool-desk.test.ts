// A desk that remembers: what was done is not done again, and never for other data.

import { describe, expect, it } from 'vitest';
import { Cancelled, type Settled } from '../../src/parallel/pool.ts';
import { one } from '../../src/studies/desk.ts';
import { type PieceStore, pieceKey, poolDesk, timeLeft } from '../../src/studies/pool-desk.ts';
import type { EngineWork } from '../../src/work/engine-work.ts';
import { strategyOf } from '../market.ts';

const asked = (k: number) => ({
  universe: 'u',
  request: { strategy: strategyOf({ seed: k }), benchmark: 'IX' },
});

/** A pool that answers each piece with its number, when it is told to. */
function slowPool() {
  const done: number[] = [];
  const waiting: (() => void)[] = [];
  let cancelled = false;
  return {
    done,
    /** lets so many pieces end */
    finish: async (count: number): Promise<void> => {
      for (const end of waiting.splice(0, count)) end();
      await new Promise((settled) => setTimeout(settled));
    },
    askEach<N extends keyof EngineWork>(
      _kind: N,
      all: readonly EngineWork[N]['in'][],
      came?: (how: Settled<EngineWork[N]['out']>, place: number) => void,
    ) {
      let reject = (_error: Error): void => undefined;
      const result = new Promise<Settled<EngineWork[N]['out']>[]>((resolve, failed) => {
        reject = failed;
        const results: Settled<EngineWork[N]['out']>[] = [];
        let left = all.length;
        if (left === 0) resolve([]);
        for (const [place, piece] of all.entries()) {
          waiting.push(() => {
            if (cancelled) return;
            const { seed } = (piece as ReturnType<typeof asked>).request.strategy;
            done.push(seed);
            const how = { kind: 'done', out: { kind: 'done', seed } } as never;
            results[place] = how;
            came?.(how, place);
            if (--left === 0) resolve(results);
          });
        }
      });
      return {
        result,
        cancel: () => {
          cancelled = true;
          reject(new Cancelled());
        },
        progress: () => 0,
      };
    },
  };
}

function memory(): PieceStore & { readonly kept: Map<string, unknown> } {
  const kept = new Map<string, unknown>();
  return {
    kept,
    find: async (keys) =>
      new Map(keys.flatMap((key) => (kept.has(key) ? [[key, kept.get(key)] as const] : []))),
    keep: async (key, out) => void kept.set(key, out),
  };
}

const all = [0, 1, 2, 3].map(asked);

describe('a desk on a pool', () => {
  it('goes on where it was stopped, and gives what one that was not stopped gives', async () => {
    const store = memory();
    const first = slowPool();
    const desk = poolDesk(first, 'data', store);
    desk.expect(4);
    const running = desk.each('figures', all);
    const ended = expect(running).rejects.toBeInstanceOf(Cancelled);
    await new Promise((settled) => setTimeout(settled));
    await first.finish(2);
    expect(desk.progress()).toEqual({ expected: 4, done: 2, found: 0 });
    desk.stop();
    await ended;
    await desk.kept();
    expect(store.kept.size).toBe(2);

    const second = slowPool();
    const again = poolDesk(second, 'data', store);
    const came: number[] = [];
    const resumed = again.each('figures', all, (_how, place) => came.push(place));
    await new Promise((settled) => setTimeout(settled));
    expect(again.progress()).toMatchObject({ done: 2, found: 2 });
    await second.finish(9);
    const results = await resumed;
    expect(second.done).toEqual([2, 3]);
    expect(came.sort()).toEqual([0, 1, 2, 3]);
    const whole = slowPool();
    const plain = poolDesk(whole, 'data').each('figures', all);
    await new Promise((settled) => setTimeout(settled));
    await whole.finish(9);
    expect(results).toEqual(await plain);
  });

  it('finds nothing for other data, other work or another kind', () => {
    const key = pieceKey('figures', all[0], 'data');
    expect(pieceKey('figures', all[0], 'data')).toBe(key);
    expect(pieceKey('figures', all[0], 'other')).not.toBe(key);
    expect(pieceKey('figures', all[1], 'data')).not.toBe(key);
    expect(pieceKey('cell', all[0], 'data')).not.toBe(key);
  });

  it('goes on when there is no room to keep what is done, and says so', async () => {
    const pool = slowPool();
    const desk = poolDesk(pool, 'data', {
      find: async () => new Map(),
      keep: async () => {
        throw new Error('the disk is full');
      },
    });
    const running = one(desk, 'figures', asked(7));
    await new Promise((settled) => setTimeout(settled));
    await pool.finish(1);
    expect(await running).toMatchObject({ kind: 'done' });
    await desk.kept();
    expect(desk.keepFault).toBe('the disk is full');
  });

  it('is not begun once it is stopped', async () => {
    const pool = slowPool();
    const desk = poolDesk(pool, 'data');
    desk.stop();
    await expect(desk.each('figures', all)).rejects.toBeInstanceOf(Cancelled);
    expect(pool.done).toEqual([]);
  });
});

it('tells the time left by what was done, not by what was found', () => {
  expect(timeLeft(1000, { expected: 10, done: 6, found: 4 })).toBe(2000);
  expect(timeLeft(1000, { expected: 10, done: 4, found: 4 })).toBeUndefined();
});
