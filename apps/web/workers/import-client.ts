// The page's side of an import: one worker, ended when the import is stopped.

import { proxy, type Remote, wrap } from 'comlink';
import type { ImportApi } from './import.worker.ts';

let worker: Worker | undefined;
let api: Remote<ImportApi> | undefined;
/** What ends the calls that are under way: no watch over them, no word from them. */
const underWay = new Set<() => void>();

/** A worker that is silent for so long while it reads is caught in a damaged file. */
const PATIENCE = 60_000;

function importer(): Remote<ImportApi> {
  if (!api) {
    worker = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
    api = wrap<ImportApi>(worker);
  }
  return api;
}

/** Ends the worker and what it was doing; the store stays as it was before the import. */
export function endImport(): void {
  worker?.terminate();
  // A call that was ended with its worker must not end the next one, nor speak into it: words of progress that were on
  // their way still come.
  for (const end of underWay) end();
  underWay.clear();
  worker = undefined;
  api = undefined;
}

/** Calls the importer. @throws when it is caught in a file for longer than {@link PATIENCE} without a word of progress */
export async function withImporter<T, P = never>(
  call: (api: Remote<ImportApi>, heard: (progress: P) => void) => Promise<T>,
  progress: (progress: P) => void = () => {},
): Promise<T> {
  let giveUp: (error: Error) => void = () => {};
  const stuck = new Promise<never>((_resolve, reject) => {
    giveUp = reject;
  });
  let timer: ReturnType<typeof setTimeout> | undefined;
  const wait = (): void => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      endImport();
      giveUp(
        new Error(
          'Reading a file took over a minute without progress; it is probably damaged. Nothing was imported.',
        ),
      );
    }, PATIENCE);
  };
  wait();
  let over = false;
  const end = (): void => {
    over = true;
    clearTimeout(timer);
  };
  underWay.add(end);
  const heard = proxy((now: P) => {
    // Progress comes by a port of its own, and the last of it may come after the answer.
    if (over) return;
    wait();
    progress(now);
  });
  try {
    return await Promise.race([call(importer(), heard), stuck]);
  } finally {
    end();
    underWay.delete(end);
  }
}
