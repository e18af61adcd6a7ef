// The market behind the feed, made once a server.

import { Worker } from 'node:worker_threads';
import type { Feed } from './market.worker.ts';

// The server's parts are bundled apart and each has its own modules: only the global scope is shared by all.
const scope = globalThis as { plateauFeed?: Promise<Feed> };

/** The feed's catalogue and histories; the first call starts the thread that makes them. */
export function feed(): Promise<Feed> {
  scope.plateauFeed ??= new Promise<Feed>((resolve, reject) => {
    const worker = new Worker(new URL('./market.worker.ts', import.meta.url));
    worker.once('message', resolve);
    worker.once('error', reject);
  });
  return scope.plateauFeed;
}

/** The header of a history and its lines from a day on. @param since YYYY-MM-DD */
export function linesSince(history: Uint8Array, since: string): string {
  const [header, ...lines] = new TextDecoder().decode(history).split('\n');
  return [header, ...lines.filter((line) => line >= since || line === '')].join('\n');
}
