// The page's side of the engine worker: one run at a time, the newest wins.

import type { RunRequest } from '@plateau/core';
import { type Remote, wrap } from 'comlink';
import type { EngineApi, ShownOutcome } from './engine.worker.ts';

let worker: Worker | undefined;
let api: Remote<EngineApi> | undefined;
let crashed: ((error: Error) => void) | undefined;
const signals =
  typeof SharedArrayBuffer === 'undefined' ? undefined : new Int32Array(new SharedArrayBuffer(8));
let newest = 0;

function engine(): Remote<EngineApi> {
  if (!api) {
    worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('error', (event) => {
      // A dead worker answers nothing: whoever waits is told, and the next run starts a new one.
      worker?.terminate();
      worker = undefined;
      api = undefined;
      crashed?.(
        new Error(
          `The engine stopped: ${event.message || 'its worker ended'}. The next edit starts it again.`,
        ),
      );
    });
    api = wrap<EngineApi>(worker);
  }
  return api;
}

/** Starts the engine's worker ahead of its first run, while the page waits for something else. */
export function warmEngine(): void {
  engine();
}

/** Runs, stopping any run still under way; that one's promise answers `stopped`. */
export async function runInWorker(universe: string, request: RunRequest): Promise<ShownOutcome> {
  const number = ++newest;
  if (!signals) throw new Error('This page is not isolated, so it cannot share memory with its engine.');
  Atomics.store(signals, 0, number);
  Atomics.store(signals, 1, 0);
  const crash = new Promise<never>((_resolve, reject) => {
    crashed = reject;
  });
  return Promise.race([engine().run(universe, request, number, signals), crash]);
}

/** Asks the run under way to stop. */
export function stopRun(): void {
  if (signals) Atomics.store(signals, 0, ++newest);
}

/** How much of the run under way is done, 0 to 1. */
export function runProgress(): number {
  return signals ? Atomics.load(signals, 1) / 1000 : 0;
}
