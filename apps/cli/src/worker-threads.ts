// Worker threads as links of a pool.

import { Worker } from 'node:worker_threads';
import type { Spawn } from '@plateau/core';

/** Starts threads of `file`. A thread that ends of itself, however it does, has failed. */
export function threadsOf(file: URL): Spawn {
  return (message, failed) => {
    const worker = new Worker(file, { resourceLimits: { maxYoungGenerationSizeMb: 16 } });
    let ended = false;
    const fail = (reason: string): void => {
      if (!ended) failed(reason);
      ended = true;
    };
    worker.on('message', message);
    worker.on('error', (error) => fail(`a worker thread failed: ${error.message}`));
    worker.on('exit', (code) => fail(`a worker thread ended with status ${code}`));
    return {
      post: (value) => worker.postMessage(value),
      end: () => {
        ended = true;
        void worker.terminate();
      },
    };
  };
}
