// Web workers as links of a pool.

import type { Port, Spawn } from '@plateau/core';

/** Links made of the workers that `start` gives. */
export function workersOf(start: () => Worker): Spawn {
  return (message, failed) => {
    const worker = start();
    worker.addEventListener('message', (event) => message(event.data));
    worker.addEventListener('messageerror', () => failed('a message could not be read'));
    worker.addEventListener('error', (event) => failed(event.message || 'its worker ended'));
    return {
      post: (value, transfer = []) => worker.postMessage(value, transfer as unknown as MessagePort[]),
      end: () => worker.terminate(),
    };
  };
}

/** A channel between two workers. */
export function workerChannel(): readonly [Port, Port] {
  const { port1, port2 } = new MessageChannel();
  return [port1 as unknown as Port, port2 as unknown as Port];
}
