// Runs strategies off the page's thread, on bars in shared memory.

import {
  createEngine,
  type Engine,
  type FromWorker,
  openMarket,
  type Run,
  type RunOutcome,
  type RunRequest,
  type SharedMarket,
  serve,
  type ToWorker,
} from '@plateau/core';
import { database } from '@/store/database.ts';

export interface EngineSetup {
  readonly market: SharedMarket;
}

export interface EngineJob {
  /** the name of a stored universe */
  readonly universe: string;
  readonly request: RunRequest;
}

/** What the page shows of a run; the decision log and the ledger are long and stay here. */
export type ShownRun = Omit<Run, 'decisions' | 'ledger'>;
export type ShownOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly run: ShownRun };

function prepare(setup: EngineSetup) {
  const market = openMarket(setup.market);
  // One universe's columns at a time are kept in memory.
  let kept: { universe: string; engine: Engine } | undefined;
  return async ({ universe, request }: EngineJob, goOn: (done: number) => boolean): Promise<ShownOutcome> => {
    if (kept?.universe !== universe) {
      const stored = await database.universes.get(universe);
      kept = { universe, engine: createEngine(market, stored?.members ?? []) };
    }
    const outcome = kept.engine.run(request, goOn);
    if (outcome.kind !== 'done') return outcome;
    const { decisions: _decisions, ledger: _ledger, ...run } = outcome.run;
    return { kind: 'done', run };
  };
}

const hear = serve<EngineSetup, EngineJob, ShownOutcome>(prepare, (message: FromWorker<ShownOutcome>) =>
  postMessage(message),
);
addEventListener('message', (event: MessageEvent<ToWorker<EngineSetup, EngineJob>>) => {
  void hear(event.data);
});
