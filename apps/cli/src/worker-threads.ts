// Worker threads as links of a pool.

import { MessageChannel, type MessagePort, Worker } from 'node:worker_threads';
import type { Port, Spawn } from '@plateau/core';

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
      post: (value, transfer = []) => worker.postMessage(value, transfer as unknown as MessagePort[]),
      end: () => {
        ended = true;
        void worker.terminate();
      },
    };
  };
}

/** A channel between two threads. */
export function threadChannel(): readonly [Port, Port] {
  const { port1, port2 } = new MessageChannel();
  return [port1 as unknown as Port, port2 as unknown as Port];
}
