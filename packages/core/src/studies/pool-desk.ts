// A desk whose pieces are done by a pool of workers, and remembered: what was done before it was stopped is not done again.

import { fingerprint, utf8 } from '../numeric/fingerprint.ts';
import { Cancelled, type Settled, type Task } from '../parallel/pool.ts';
import { ENGINE_VERSION } from '../version.ts';
import type { EngineWork } from '../work/engine-work.ts';
import type { Desk } from './desk.ts';

/** What is asked of a pool here, or of what stands in for one. */
export interface Asker {
  askEach<N extends keyof EngineWork>(
    kind: N,
    asked: readonly EngineWork[N]['in'][],
    came?: (how: Settled<EngineWork[N]['out']>, place: number) => void,
  ): Task<Settled<EngineWork[N]['out']>[]>;
}

/** Where finished pieces are kept, each under a name that says all it depends on. */
export interface PieceStore {
  /** those of these that are there */
  find(keys: readonly string[]): Promise<ReadonlyMap<string, unknown>>;
  /** rejects when there is no room; the study goes on without */
  keep(key: string, out: unknown): Promise<void>;
}

export interface StudyProgress {
  /** pieces of the whole study, as far as they are known */
  readonly expected: number;
  readonly done: number;
  /** of those done, how many were remembered */
  readonly found: number;
}

export interface PoolDesk extends Desk {
  progress(): StudyProgress;
  /** calls off what is under way: the study is rejected with {@link Cancelled} */
  stop(): void;
  /** why a piece could not be kept, if one could not */
  readonly keepFault: string | undefined;
  /** resolves when all that is done is kept */
  kept(): Promise<void>;
}

/** Pieces that take no longer to do than to keep or to send, or that are as large as the study. */
export const NOT_KEPT: ReadonlySet<keyof EngineWork> = new Set(['luck', 'days']);

/**
 * @param data names the bars and memberships that the study may read
 */
export function poolDesk(pool: Asker, data: string, store?: PieceStore): PoolDesk {
  let expected = 0;
  let done = 0;
  let found = 0;
  let stopped = false;
  let keepFault: string | undefined;
  const running = new Set<{ cancel(): void }>();
  const keeping = new Set<Promise<void>>();

  function keep(key: string, out: unknown): void {
    if (!store) return;
    const kept = store
      .keep(key, out)
      .catch((error: unknown) => {
        keepFault ??= error instanceof Error ? error.message : String(error);
      })
      .finally(() => keeping.delete(kept));
    keeping.add(kept);
  }

  async function each<N extends keyof EngineWork>(
    kind: N,
    asked: readonly EngineWork[N]['in'][],
    came?: (how: Settled<EngineWork[N]['out']>, place: number) => void,
  ): Promise<readonly Settled<EngineWork[N]['out']>[]> {
    const memory = NOT_KEPT.has(kind) ? undefined : store;
    const keys = memory ? asked.map((one) => pieceKey(kind, one, data)) : [];
    const known = (await memory?.find(keys)) ?? new Map<string, unknown>();
    if (stopped) throw new Cancelled();
    const results: Settled<EngineWork[N]['out']>[] = new Array(asked.length);
    const missing: number[] = [];
    for (const place of asked.keys()) {
      const key = keys[place];
      if (key === undefined || !known.has(key)) {
        missing.push(place);
        continue;
      }
      results[place] = { kind: 'done', out: known.get(key) as EngineWork[N]['out'] };
      done++;
      found++;
      came?.(results[place], place);
    }
    const task = pool.askEach(
      kind,
      missing.map((place) => asked[place]!),
      (how, n) => {
        const place = missing[n]!;
        const key = keys[place];
        results[place] = how;
        done++;
        if (how.kind === 'done' && key !== undefined) keep(key, how.out);
        came?.(how, place);
      },
    );
    running.add(task);
    await task.result.finally(() => running.delete(task));
    return results;
  }

  return {
    each,
    expect: (pieces) => {
      expected += pieces;
    },
    progress: () => ({ expected: Math.max(expected, done), done, found }),
    stop: () => {
      stopped = true;
      for (const task of running) task.cancel();
    },
    get keepFault() {
      return keepFault;
    },
    kept: async () => {
      while (keeping.size > 0) await Promise.all(keeping);
    },
  };
}

/** The same for the same work on the same data by the same engine, and for nothing else. */
export function pieceKey(kind: string, asked: unknown, data: string): string {
  return fingerprint(utf8(JSON.stringify([kind, asked, data, ENGINE_VERSION])));
}

/** Milliseconds that are left, going by what was done so far; undefined before anything was. */
export function timeLeft(elapsed: number, { expected, done, found }: StudyProgress): number | undefined {
  const worked = done - found;
  return worked > 0 ? (elapsed / worked) * (expected - done) : undefined;
}
