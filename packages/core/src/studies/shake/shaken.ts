// The worker's side of a shake.

import type { Market } from '../../bars/bars.ts';
import { createEngine, type Engine, type RunOutcome } from '../../engine.ts';
import type { Universe } from '../../evaluation/panel.ts';
import type { Continue } from '../../simulation/progress.ts';
import type { ShakeAsked } from './asked.ts';
import { jittered, nudged } from './nudges.ts';

/** Runs one repetition. @param market, @param universe as they are @param engine of both */
export function shaken(
  market: Market,
  universe: Universe,
  engine: Engine,
  { request, ...how }: ShakeAsked,
  goOn: Continue,
): RunOutcome {
  const days = engine.days(request);
  if (days.kind !== 'done') return days;
  const calendar = days.days;
  const { request: changed, universe: some, jitter } = nudged(request, universe, calendar, how);
  const bars = jitter === undefined ? market : jittered(market, some, jitter);
  return createEngine(bars, some).run(changed, goOn);
}
