// The page's side of the sources: two workers, one a core, for reading what comes is most of the work.

import { proxy, type Remote, wrap } from 'comlink';
import type { Catalogue, SourceListing } from '@/model/market/source.ts';
import type { Updated } from '@/model/market/updated.ts';
import type { SourceApi } from './source.worker.ts';

export interface FillProgress {
  readonly done: number;
  readonly total: number;
  readonly bars: number;
}

const WORKERS = 2;

/** Workers for the length of one piece of work; an abort ends them. */
async function withWorkers<T>(
  signal: AbortSignal,
  work: (first: Remote<SourceApi>, all: readonly Remote<SourceApi>[]) => Promise<T>,
): Promise<T> {
  const workers = Array.from(
    { length: WORKERS },
    () => new Worker(new URL('./source.worker.ts', import.meta.url), { type: 'module' }),
  );
  const apis = workers.map((worker) => wrap<SourceApi>(worker));
  let stop: () => void = () => {};
  const stopped = new Promise<never>((_resolve, reject) => {
    stop = () => reject(new DOMException('Stopped', 'AbortError'));
  });
  signal.addEventListener('abort', stop);
  try {
    return await Promise.race([work(apis[0] as Remote<SourceApi>, apis), stopped]);
  } finally {
    signal.removeEventListener('abort', stop);
    for (const worker of workers) worker.terminate();
  }
}

const share = <T>(items: readonly T[], k: number): T[] => items.filter((_item, n) => n % WORKERS === k);

/**
 * Fills an empty store from a source, or goes on with it.
 * @throws when the source cannot be read; what has come is kept, and the next call goes on from there
 */
export function fillStore(
  source: string,
  report: (progress: FillProgress) => void,
  signal: AbortSignal,
): Promise<void> {
  return withWorkers(signal, async (first, all) => {
    const { catalogue, lacking } = await first.survey(source);
    const total = catalogue.listings.length;
    await bringAll(all, source, lacking, total, report);
    await first.finish(source, catalogue);
  });
}

/** Adds instruments of a source to the market. @throws as {@link fillStore} */
export function addListings(
  source: string,
  listings: readonly SourceListing[],
  report: (progress: FillProgress) => void,
  signal: AbortSignal,
): Promise<void> {
  return withWorkers(signal, (_first, all) => bringAll(all, source, listings, listings.length, report));
}

async function bringAll(
  apis: readonly Remote<SourceApi>[],
  source: string,
  lacking: readonly SourceListing[],
  total: number,
  report: (progress: FillProgress) => void,
): Promise<void> {
  let done = total - lacking.length;
  let bars = 0;
  report({ done, total, bars });
  const came = proxy((count: number) => {
    done++;
    bars += count;
    report({ done, total, bars });
  });
  await Promise.all(apis.map((api, k) => api.bring(source, share(lacking, k), came)));
}

/** What the source has. @throws when it cannot be read */
export function readCatalogue(source: string, signal: AbortSignal): Promise<Catalogue> {
  return withWorkers(signal, async (first) => (await first.survey(source)).catalogue);
}

/** Brings instruments up to date; `report` hears of them once they are in the store. @throws when stopped */
export function updateListings(
  source: string,
  symbols: readonly string[],
  report: (updated: readonly Updated[]) => void,
  signal: AbortSignal,
): Promise<void> {
  return withWorkers(signal, async (first, all) => {
    const came = proxy(report);
    await Promise.all(all.map((api, k) => api.update(source, share(symbols, k), came)));
    await first.renewUniverses(source);
  });
}
