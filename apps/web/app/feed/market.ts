// The market behind the feed, made once a server, and the sessions after its last one, made when they are asked for.

import { Worker } from 'node:worker_threads';
import type { LaterAnswer, LaterAsked } from './later.ts';
import type { Feed } from './market.worker.ts';

interface Made {
  readonly feed: Feed;
  readonly later: (asked: Omit<LaterAsked, 'id'>) => Promise<LaterAnswer>;
}

// The server's parts are bundled apart and each has its own modules: only the global scope is shared by all.
const scope = globalThis as { plateauFeed?: Promise<Made> };

/** The feed's catalogue and histories; the first call starts the thread that makes them. */
export async function feed(): Promise<Feed> {
  return (await made()).feed;
}

/** The same after so many more sessions. */
export async function later(asked: Omit<LaterAsked, 'id'>): Promise<LaterAnswer> {
  return (await made()).later(asked);
}

function made(): Promise<Made> {
  scope.plateauFeed ??= new Promise<Made>((resolve, reject) => {
    const worker = new Worker(new URL('./market.worker.ts', import.meta.url));
    const waiting = new Map<number, (answer: LaterAnswer) => void>();
    let asked = 0;
    worker.once('error', reject);
    worker.once('message', (first: Feed) => {
      worker.on('message', (answer: LaterAnswer) => {
        waiting.get(answer.id)?.(answer);
        waiting.delete(answer.id);
      });
      // It waits for questions only as long as the server lives.
      worker.unref();
      resolve({
        feed: first,
        later: (question) =>
          new Promise((answered) => {
            const id = asked++;
            waiting.set(id, answered);
            worker.postMessage({ ...question, id } satisfies LaterAsked);
          }),
      });
    });
  });
  return scope.plateauFeed;
}

/** How many sessions after the last one an address asks for: `?ahead=N`; undefined where it is no such number. */
export function aheadIn(url: URL): number | undefined {
  const text = url.searchParams.get('ahead') ?? '0';
  return /^\d{1,3}$/.test(text) ? Number(text) : undefined;
}

/** The header of a history and its lines from a day on. @param since YYYY-MM-DD */
export function linesSince(history: Uint8Array, since: string): string {
  const [header, ...lines] = new TextDecoder().decode(history).split('\n');
  return [header, ...lines.filter((line) => line >= since || line === '')].join('\n');
}
