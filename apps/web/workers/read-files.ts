// Many files of bars, read by several workers at once and put together in their order.

import { WorkPool } from '@plateau/core';
import { Collector, type FilePart } from '@plateau/files';
import { type FileAsked, type FileWork, readFile, sizeOf } from './read-file.ts';
import { workersOf } from './web-workers.ts';

/** Less is read sooner than a worker starts. */
const LEAST_APART = 5_000_000;
const MOST_READERS = 6;
/** Milliseconds between words of progress. */
const WORD = 250;

const startReader = (): Worker =>
  new Worker(new URL('./import-reader.worker.ts', import.meta.url), { type: 'module' });

/**
 * All files in one collector, as if one had read them in their order.
 * @param told is told the share that is read, 0 to 1, and the rows, whenever there is more
 * @throws with a sentence when one cannot be read
 */
export async function readFiles(
  asked: readonly FileAsked[],
  told: (done: number, rows: number) => void,
): Promise<Collector> {
  const collector = new Collector();
  let rows = 0;
  const add = (part: FilePart): void => {
    collector.add(part);
    rows += part.rows;
  };
  if (asked.reduce((sum, { content }) => sum + sizeOf(content), 0) < LEAST_APART) {
    for (const [k, one] of asked.entries()) {
      add(await readFile(one, (done) => told((k + done) / asked.length, rows)));
      told((k + 1) / asked.length, rows);
    }
    return collector;
  }
  const readers = Math.min(MOST_READERS, Math.max(1, navigator.hardwareConcurrency || 2), asked.length);
  const pool = new WorkPool<undefined, FileWork>(workersOf(startReader), undefined, readers);
  const waiting = new Map<number, FilePart>();
  let next = 0;
  const task = pool.askEach('file', asked, (how, place) => {
    if (how.kind === 'failed') return;
    waiting.set(place, how.out);
    for (let part = waiting.get(next); part; part = waiting.get(next)) {
      waiting.delete(next++);
      add(part);
    }
  });
  let said = -1;
  const timer = setInterval(() => {
    const done = task.progress();
    if (done > said) told(done, rows);
    said = done;
  }, WORD);
  try {
    const failed = (await task.result).find((how) => how.kind === 'failed');
    if (failed) throw failed.error;
    return collector;
  } finally {
    clearInterval(timer);
    pool.end();
  }
}
