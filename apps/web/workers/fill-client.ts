// Fills the store from the feed with two workers, one a core: reading CSV is most of the work.

import { proxy, wrap } from 'comlink';
import type { FillApi } from './fill.worker.ts';

export interface FillProgress {
  readonly done: number;
  readonly total: number;
  readonly bars: number;
}

const WORKERS = 2;

/** @throws when the feed cannot be read; what has come is kept, and the next call goes on from there */
export async function fillStore(
  report: (progress: FillProgress) => void,
  signal: AbortSignal,
): Promise<void> {
  const workers = Array.from(
    { length: WORKERS },
    () => new Worker(new URL('./fill.worker.ts', import.meta.url), { type: 'module' }),
  );
  const end = (): void => {
    for (const worker of workers) worker.terminate();
  };
  signal.addEventListener('abort', end);
  try {
    const apis = workers.map((worker) => wrap<FillApi>(worker));
    const [first] = apis;
    if (!first) return;
    const { catalogue, lacking } = await first.survey();
    const total = catalogue.listings.length;
    let done = total - lacking.length;
    let bars = 0;
    report({ done, total, bars });
    const stored = proxy((count: number) => {
      done++;
      bars += count;
      report({ done, total, bars });
    });
    await Promise.all(
      apis.map((api, k) =>
        api.fill(
          lacking.filter((_symbol, n) => n % WORKERS === k),
          stored,
        ),
      ),
    );
    await first.finish(catalogue);
  } finally {
    signal.removeEventListener('abort', end);
    end();
  }
}
