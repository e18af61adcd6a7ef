// Web workers as links of a pool.

import type { Spawn } from '@plateau/core';

/** Links made of the workers that `start` gives. */
export function workersOf(start: () => Worker): Spawn {
  return (message, failed) => {
    const worker = start();
    worker.addEventListener('message', (event) => message(event.data));
    worker.addEventListener('messageerror', () => failed('a message could not be read'));
    worker.addEventListener('error', (event) => failed(event.message || 'its worker ended'));
    return {
      post: (value) => worker.postMessage(value),
      end: () => worker.terminate(),
    };
  };
}
