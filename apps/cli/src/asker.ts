// Who does the work of a sweep or a study: threads of this process, or whoever listens to a queue.

import { type Asker, dataName, type Market, type Universe } from '@plateau/core';
import { BadInput } from './endings.ts';
import { engineThreads, workersFrom } from './engine-threads.ts';
import type { Told } from './progress.ts';
import type { QueueAsker } from './queue/client.ts';

export interface AskerOptions {
  readonly workers?: string;
  /** address of the queue, in place of threads */
  readonly queue?: string;
  /** where the machines behind the queue read the bars, in place of Redis */
  readonly market?: string;
}

/** All bars and memberships that were read: pieces of other data are other pieces. */
export const nameOfData = (market: Market, universes: ReadonlyMap<string, Universe>): string =>
  [...universes].map(([name, universe]) => `${name} ${dataName(market, universe, [])}`).join('\n') +
  dataName(market, [], [...market.keys()]);

/** @throws {BadInput} */
export async function askerOf(
  market: Market,
  universes: ReadonlyMap<string, Universe>,
  { workers, queue, market: elsewhere }: AskerOptions,
  errors: Told,
): Promise<Asker & Pick<QueueAsker, 'end'> & Partial<QueueAsker>> {
  if (queue === undefined) {
    if (elsewhere !== undefined) throw new BadInput('--market is for workers behind a queue: give --queue');
    return engineThreads(market, universes, workersFrom(workers));
  }
  if (workers !== undefined)
    throw new BadInput('--workers are threads of this machine: leave it out with --queue');
  const { askQueue } = await import('./queue/client.ts');
  return askQueue(market, universes, nameOfData(market, universes), {
    queue,
    ...(elsewhere !== undefined && { market: elsewhere }),
    tell: (words) => void errors.write(`plateau: ${words}\n`),
  });
}
