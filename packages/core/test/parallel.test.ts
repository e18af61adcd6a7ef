// Pools of workers, with links that pass messages on within this thread and die when they are told to.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { bytesOfBars, bytesOfValues } from '../src/bars/layout.ts';
import { at } from '../src/numeric/at.ts';
import type { FromWorker, ToWorker } from '../src/parallel/messages.ts';
import { Cancelled, PoolEnded, type Settled, type Spawn, type Task, WorkPool } from '../src/parallel/pool.ts';
import { serve } from '../src/parallel/serve.ts';
import { openMarket, shareMarket } from '../src/parallel/shared-market.ts';
import type { Continue } from '../src/simulation/progress.ts';
import { randomMarket } from './market.ts';

interface Started {
  die(reason: string): void;
}

/** The one kind of work of these pools. */
interface Kinds {
  readonly work: { readonly in: number; readonly out: number };
}
type Work = (n: number, goOn: Continue) => number | Promise<number>;

/** Links whose worker answers in a later turn; every started one is kept for the test to kill. */
function links(work: Work, started: Started[] = []): Spawn {
  return (message, failed) => {
    let alive = true;
    const hear = serve<undefined, Kinds>(
      () => ({ handlers: { work } }),
      (answer: FromWorker) => {
        if (alive) message(answer);
      },
    );
    started.push({
      die(reason) {
        alive = false;
        failed(reason);
      },
    });
    return {
      post: (value) => {
        setTimeout(() => {
          if (alive) void hear(value as ToWorker<undefined, Kinds>);
        });
      },
      end: () => {
        alive = false;
      },
    };
  };
}

const pause = (ms = 0) => new Promise((resolve) => setTimeout(resolve, ms));
/** The answers of a task all of whose jobs are done. */
const answers = async (task: Task<Settled<number>[]>) =>
  (await task.result).map((how) => (how.kind === 'done' ? how.out : how.error));
const poolOf = (work: Work, size: number, started?: Started[]) =>
  new WorkPool<undefined, Kinds>(links(work, started), undefined, size);

describe('a pool', () => {
  it('answers every job in the order asked, whatever the number of workers', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer(), { maxLength: 12 }),
        fc.integer({ min: 1, max: 4 }),
        async (jobs, size) => {
          const pool = poolOf((n) => 2 * n, size);
          expect(await answers(pool.askEach('work', jobs))).toEqual(jobs.map((n) => 2 * n));
        },
      ),
      { numRuns: cases(30) },
    );
  });

  it('tells how much is done: whole jobs, and the part of those under way', async () => {
    let finish: (() => void) | undefined;
    const pool = poolOf(async (n, goOn) => {
      goOn(0.5);
      if (n === 2) await new Promise<void>((resolve) => (finish = resolve));
      return n;
    }, 1);
    const task = pool.askEach('work', [1, 2]);
    expect(task.progress()).toBe(0);
    while (!finish) await pause();
    expect(task.progress()).toBeCloseTo(0.75, 3);
    finish();
    await task.result;
    expect(task.progress()).toBe(1);
  });

  it('cancels: waiting jobs are dropped, the one under way is told, later ones are done', async () => {
    const seen: boolean[] = [];
    const pool = poolOf(async (n, goOn) => {
      await pause(5);
      seen.push(goOn(0));
      return n;
    }, 1);
    const first = pool.askEach('work', [1, 2, 3]);
    const refused = expect(first.result).rejects.toBeInstanceOf(Cancelled);
    await pause(1);
    first.cancel();
    await refused;
    expect(await answers(pool.askEach('work', [4]))).toEqual([4]);
    expect(seen).toEqual([false, true]);
  });

  it('cancels one task and leaves those before and after it', async () => {
    const pool = poolOf(async (n) => {
      await pause(2);
      return n;
    }, 1);
    const [before, called, after] = [
      pool.askEach('work', [1]),
      pool.askEach('work', [2, 3]),
      pool.askEach('work', [4]),
    ];
    const refused = expect(called.result).rejects.toBeInstanceOf(Cancelled);
    called.cancel();
    await refused;
    expect([await answers(before), await answers(after)]).toEqual([[1], [4]]);
  });

  it('keeps the name and the stack of a worker’s error', async () => {
    const pool = poolOf(() => {
      throw new RangeError('beyond the end');
    }, 1);
    const error = await pool.ask('work', 1).result.catch((reason: Error) => reason);
    expect(error).toMatchObject({ name: 'RangeError', message: 'beyond the end' });
    expect((error as Error).stack).toContain('parallel.test.ts');
  });

  it('tells of each answer as it comes, and one that fails leaves the others', async () => {
    const came: string[] = [];
    const pool = poolOf((n) => {
      if (n === 1) throw new Error('no such thing');
      return 10 * n;
    }, 1);
    const task = pool.askEach('work', [1, 2, 3], (how, place) => {
      came.push(`${place}: ${how.kind === 'done' ? how.out : how.error.message}`);
    });
    const ended = await task.result;
    expect(ended.map(({ kind }) => kind)).toEqual(['failed', 'done', 'done']);
    expect(came).toEqual(['0: no such thing', '1: 20', '2: 30']);
  });

  it('answers a single question with its own error', async () => {
    const pool = poolOf(() => {
      throw new Error('no such thing');
    }, 1);
    await expect(pool.ask('work', 1).result).rejects.toThrow('no such thing');
  });

  it('gives the job of a worker that died to a new one', async () => {
    const started: Started[] = [];
    const pool = poolOf(
      async (n) => {
        await pause(10);
        return n;
      },
      1,
      started,
    );
    const task = pool.askEach('work', [1, 2]);
    await pause(2);
    at(started, 0).die('out of memory');
    expect(await answers(task)).toEqual([1, 2]);
    expect(started.length).toBe(2);
  });

  it('gives up a job over which two workers died, says why, and still does others', async () => {
    const started: Started[] = [];
    const pool = poolOf(
      async (n) => {
        if (n === 1) started.at(-1)?.die('out of memory');
        return n;
      },
      1,
      started,
    );
    await expect(pool.ask('work', 1).result).rejects.toThrow('out of memory');
    expect(await answers(pool.askEach('work', [2]))).toEqual([2]);
  });

  it('tells what waits and what is under way that it ended, so that another pool may do it', async () => {
    const pool = poolOf(() => new Promise<number>(() => {}), 2);
    const refused = expect(pool.askEach('work', [1, 2, 3]).result).rejects.toBeInstanceOf(PoolEnded);
    pool.end();
    await refused;
  });
});

describe('a shared market', () => {
  it('holds the same bars as the market it was made of', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1000 }), fc.boolean(), (seed, factors) => {
        const market = new Map(randomMarket(seed, 3, 41).market);
        const A = market.get('A');
        if (A && factors) market.set('A', { ...A, factor: A.close.map((x) => 1 / x) });
        expect(openMarket(shareMarket(market))).toEqual(market);
      }),
    );
  });

  it('has the days of instruments that trade on the same ones once', () => {
    const { market } = randomMarket(5, 3, 40);
    const bars = at([...market.values()], 0);
    const shared = shareMarket(new Map(['A', 'B', 'C'].map((symbol) => [symbol, bars])));
    const [a, ...others] = [...openMarket(shared).values()];
    expect(others.map(({ day }) => day.byteOffset)).toEqual([a?.day.byteOffset, a?.day.byteOffset]);
    expect(shared.memory.byteLength).toBe(bytesOfBars(40, false) + 2 * bytesOfValues(40, false));
  });

  it('may be empty', () => {
    expect(openMarket(shareMarket(new Map()))).toEqual(new Map());
  });
});
