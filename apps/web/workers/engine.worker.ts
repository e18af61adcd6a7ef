// Runs strategies off the page's thread, on bars read from the store.

import {
  type Bars,
  createEngine,
  type Engine,
  type Run,
  type RunOutcome,
  type RunRequest,
} from '@plateau/core';
import { expose } from 'comlink';
import { unpackBars } from '@/store/bar-block.ts';
import { database } from '@/store/database.ts';

/** Shared with the page: [the run that is wanted, per mille done]. A run whose number is no longer wanted stops. */
type Signals = Int32Array<SharedArrayBuffer>;

/** What the page shows of a run; the decision log and the ledger are long and stay here. */
export type ShownRun = Omit<Run, 'decisions' | 'ledger'>;
export type ShownOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly run: ShownRun };

let market: Map<string, Bars> | undefined;
const engines = new Map<string, Engine>();

async function loadMarket(): Promise<Map<string, Bars>> {
  if (!market) {
    const stored = await database.bars.toArray();
    market = new Map(stored.map(({ symbol, block }) => [symbol, unpackBars(block)]));
  }
  return market;
}

async function engineFor(universe: string): Promise<Engine> {
  const bars = await loadMarket();
  let engine = engines.get(universe);
  if (!engine) {
    const stored = await database.universes.get(universe);
    engine = createEngine(bars, stored?.members ?? []);
    engines.clear(); // one universe's columns at a time are kept in memory
    engines.set(universe, engine);
  }
  return engine;
}

async function run(
  universe: string,
  request: RunRequest,
  number: number,
  signals: Signals,
): Promise<RunOutcome> {
  const engine = await engineFor(universe);
  return engine.run(request, (done) => {
    Atomics.store(signals, 1, Math.round(done * 1000));
    return Atomics.load(signals, 0) === number;
  });
}

const api = { run };
export type EngineApi = typeof api;
expose(api);
