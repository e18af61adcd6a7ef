// Runs strategies off the page's thread, on bars in shared memory.

import {
  type Alone,
  createEngine,
  type Engine,
  type Explanation,
  type FromWorker,
  openMarket,
  type Run,
  type RunOutcome,
  type RunRequest,
  runAlone,
  type SharedMarket,
  serve,
  type ToWorker,
  type Universe,
} from '@plateau/core';
import { database } from '@/store/database.ts';

export interface EngineSetup {
  readonly market: SharedMarket;
}

export type EngineJob = {
  /** the name of a stored universe */
  readonly universe: string;
  readonly request: RunRequest;
} & (
  | { readonly kind: 'run' }
  | { readonly kind: 'explain' }
  | { readonly kind: 'alone'; readonly symbol: string }
);

/** What the page shows of a run; the decision log and the ledger are long and stay here. */
export type ShownRun = Omit<Run, 'decisions' | 'ledger'>;
export type ShownOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly run: ShownRun };

export type EngineResult =
  | { readonly kind: 'run'; readonly outcome: ShownOutcome }
  | { readonly kind: 'explain'; readonly explanation: Explanation | undefined }
  | { readonly kind: 'alone'; readonly alone: Alone | undefined };

function prepare(setup: EngineSetup) {
  const market = openMarket(setup.market);
  // One universe's columns at a time are kept in memory.
  let kept: { name: string; universe: Universe; engine: Engine } | undefined;
  return async (job: EngineJob, goOn: (done: number) => boolean): Promise<EngineResult> => {
    const { universe: name, request } = job;
    if (kept?.name !== name) {
      const universe = (await database.universes.get(name))?.members ?? [];
      kept = { name, universe, engine: createEngine(market, universe) };
    }
    const { engine, universe } = kept;
    switch (job.kind) {
      case 'explain':
        return { kind: 'explain', explanation: engine.explain(request, goOn) };
      case 'alone':
        return { kind: 'alone', alone: runAlone(market, universe, job.symbol, request) };
      case 'run':
        return { kind: 'run', outcome: shown(engine.run(request, goOn)) };
    }
  };
}

function shown(outcome: RunOutcome): ShownOutcome {
  if (outcome.kind !== 'done') return outcome;
  const { decisions: _decisions, ledger: _ledger, ...run } = outcome.run;
  return { kind: 'done', run };
}

const hear = serve<EngineSetup, EngineJob, EngineResult>(prepare, (message: FromWorker<EngineResult>) =>
  postMessage(message),
);
addEventListener('message', (event: MessageEvent<ToWorker<EngineSetup, EngineJob>>) => {
  void hear(event.data);
});
