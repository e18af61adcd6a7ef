// The worker threads that the commands share: engines on one market in shared memory.

import { availableParallelism } from 'node:os';
import {
  type EngineWork,
  type Market,
  type SharedMarket,
  shareMarket,
  type Universe,
  WorkPool,
} from '@plateau/core';
import { BadInput } from './endings.ts';
import { threadChannel, threadsOf } from './worker-threads.ts';

const WORKER = new URL('../bin/engine-worker.mjs', import.meta.url);

/** What all workers share. */
export interface EngineSetup {
  readonly market: SharedMarket;
  /** by the name that a request gives */
  readonly universes: ReadonlyMap<string, Universe>;
}

/**
 * @param workers how many threads at most; each starts with its first piece of work
 * @param helpers further threads beside each of them, which share the rules of a run
 */
export function engineThreads(
  market: Market,
  universes: ReadonlyMap<string, Universe>,
  workers: number,
  helpers = 0,
): WorkPool<EngineSetup, EngineWork> {
  const setup = { market: shareMarket(market), universes };
  return new WorkPool(threadsOf(WORKER), setup, workers, { helpers, channel: threadChannel });
}

/** One a core unless the option says otherwise. @throws {BadInput} */
export function workersFrom(text: string | undefined, option = '--workers'): number {
  if (text === undefined) return availableParallelism();
  const count = Number(text);
  if (!Number.isInteger(count) || count < 1 || count > 64) {
    throw new BadInput(`${option}: “${text}” is no whole number from 1 to 64`);
  }
  return count;
}
