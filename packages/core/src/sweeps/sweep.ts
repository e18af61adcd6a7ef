// One setting of a sweep, as a pool's worker runs it.

import { createEngine } from '../engine.ts';
import type { Universe } from '../evaluation/panel.ts';
import type { Work } from '../parallel/serve.ts';
import { openMarket, type SharedMarket } from '../parallel/shared-market.ts';
import type { Problem, RunRequest } from '../simulation/request.ts';
import type { Figures } from '../statistics/figures.ts';

/** What all workers of a sweep share. */
export interface SweepSetup {
  readonly market: SharedMarket;
  readonly universe: Universe;
}

/** A setting's figures, or why it cannot run. */
export type SweepResult =
  | { readonly kind: 'done'; readonly figures: Figures }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'stopped' };

/** Runs settings on one engine, which keeps the columns that settings have in common. */
export function sweepWork({ market, universe }: SweepSetup): Work<RunRequest, SweepResult> {
  const engine = createEngine(openMarket(market), universe);
  return (request, goOn) => {
    const outcome = engine.run(request, goOn);
    return outcome.kind === 'done' ? { kind: 'done', figures: outcome.run.figures } : outcome;
  };
}
