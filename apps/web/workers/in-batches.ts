// Work on many things, some of them at once, whose results are written several at a time.

/** Requests under way at once in one worker: one is read while the other is on its way. */
const LANES = 2;
const BATCH = 24;
/** Milliseconds after which what has come is written, be it ever so little. */
const SOON = 1000;

/**
 * Works on every item, and gives each result to `write` once, with others: after each transaction everything on screen that shows
 * its table is read anew. @throws what `work` or `write` throws; what was written before stays
 */
export async function inBatches<T, R>(
  items: readonly T[],
  work: (item: T) => Promise<R>,
  write: (results: readonly R[]) => Promise<void>,
): Promise<void> {
  const waiting = [...items];
  let batch: R[] = [];
  let begun = Date.now();
  const flush = async (): Promise<void> => {
    const full = batch;
    batch = [];
    begun = Date.now();
    if (full.length > 0) await write(full);
  };
  const lane = async (): Promise<void> => {
    for (let item = waiting.shift(); item !== undefined; item = waiting.shift()) {
      const result = await work(item);
      batch.push(result);
      if (batch.length >= BATCH || Date.now() - begun > SOON) await flush();
    }
  };
  await Promise.all(Array.from({ length: LANES }, lane));
  await flush();
}
