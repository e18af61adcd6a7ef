// One market's engine: runs strategies on it and keeps the columns they computed for the next run.

import type { Market } from './bars/bars.ts';
import { barsPerYear } from './bars/unit.ts';
import { Evaluator } from './evaluation/evaluate.ts';
import { createPanel, type Universe } from './evaluation/panel.ts';
import { type Explanation, explain } from './explain.ts';
import type { Examined } from './inspect/examined.ts';
import { type Inspection, inspect } from './inspect/inspection.ts';
import { at } from './numeric/at.ts';
import { runOf } from './outcome.ts';
import type { Run } from './run.ts';
import { type Prepared, prepare } from './simulation/prepare.ts';
import { type Continue, partOf, Stopped } from './simulation/progress.ts';
import { namedBy, type Reading, readTexts } from './simulation/reading.ts';
import type { Problem, RunRequest } from './simulation/request.ts';
import { simulate } from './simulation/simulate.ts';

export type RunOutcome =
  | { readonly kind: 'done'; readonly run: Run }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'stopped' };

export interface Engine {
  /** Runs one strategy from beginning to end. */
  run(request: RunRequest, goOn?: Continue): RunOutcome;
  /** Runs, and keeps all that can be asked of the run afterwards until another is asked about. */
  inspect(request: RunRequest, goOn?: Continue): InspectOutcome;
  /** What the strategy's parts mean on this market; undefined when it has problems or was stopped. */
  explain(request: RunRequest, goOn?: Continue): Explanation | undefined;
}

export type InspectOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly inspection: Inspection };

/** The share of a run's progress that is its rules; the rest is the day loop. */
const RULES_PART = 0.5;

/** Columns kept between runs, in bytes. */
const KEPT_COLUMNS = 320e6;

/** Strategies whose texts are kept read. */
const KEPT_READINGS = 8;

/**
 * An engine for one market and one universe. Its answers depend on the request alone; what it keeps between requests
 * (readings, columns, candidates, the run last asked about) only makes them faster.
 */
export function createEngine(market: Market, universe: Universe): Engine {
  let kept: { key: string; evaluator: Evaluator } | undefined;
  /** The last run that was asked about, kept for the next question. */
  let inspected: { key: string; inspection: Inspection } | undefined;
  const readings = new Map<string, Reading>();

  /** A strategy's texts are read once, however often it is run, explained or asked about. */
  function readingOf({ strategy }: RunRequest): Reading {
    const key = JSON.stringify(strategy);
    const reading = readings.get(key) ?? readTexts(strategy, market);
    readings.delete(key);
    readings.set(key, reading);
    for (const oldest of readings.keys()) {
      if (readings.size <= KEPT_READINGS) break;
      readings.delete(oldest);
    }
    return reading;
  }

  function evaluatorFor({ strategy, benchmark, to }: RunRequest, reading: Reading): Evaluator {
    const unit = strategy.bars;
    // Days have no need of these; weeks and months end on days that all of the run's instruments share.
    const until = unit === 'day' ? undefined : to;
    const named = unit === 'day' ? [] : [...namedBy(reading), benchmark].sort();
    const key = [unit, until, ...named, strategy.seed, benchmark].join('|');
    if (kept?.key !== key) {
      const panel = createPanel(market, universe, { unit, until, named });
      const settings = { barsPerYear: barsPerYear(strategy.bars), seed: strategy.seed, benchmark };
      kept = { key, evaluator: new Evaluator(panel, settings) };
      inspected = undefined;
    }
    return kept.evaluator;
  }

  /** Reads and prepares a request, hands it on, and gives back what columns are too many; undefined when it was stopped. */
  function prepared<T>(
    request: RunRequest,
    goOn: Continue,
    use: (prepared: Prepared, reading: Reading, evaluator: Evaluator) => T,
  ): T | undefined {
    const reading = readingOf(request);
    const evaluator = evaluatorFor(request, reading);
    try {
      return use(prepare(request, reading, market, evaluator, goOn), reading, evaluator);
    } catch (error) {
      if (error instanceof Stopped) return undefined;
      throw error;
    } finally {
      evaluator.trim(KEPT_COLUMNS);
    }
  }

  function examine(
    request: RunRequest,
    goOn: Continue,
  ): { kind: 'done'; examined: Examined } | Exclude<RunOutcome, { kind: 'done' }> {
    const outcome = prepared(request, partOf(goOn, 0, RULES_PART), (ready, reading, evaluator) => {
      if (!ready.ok) return { kind: 'problems', problems: ready.problems } as const;
      const { plan } = ready;
      const run = runOf(evaluator, plan, request, simulate(plan, partOf(goOn, RULES_PART, 1)));
      const examined = {
        evaluator,
        reading,
        account: plan.account,
        plan: at(plan.strategies, 0),
        part: 0,
        run,
      };
      return { kind: 'done', examined } as const;
    });
    return outcome ?? { kind: 'stopped' };
  }

  return {
    run(request, goOn = () => true) {
      const outcome = examine(request, goOn);
      return outcome.kind === 'done' ? { kind: 'done', run: outcome.examined.run } : outcome;
    },
    explain(request, goOn = () => true) {
      return prepared(request, goOn, (ready, reading, evaluator) =>
        ready.ok
          ? explain(reading, ready.plan.account, at(ready.plan.strategies, 0), evaluator, request)
          : undefined,
      );
    },
    inspect(request, goOn = () => true) {
      const key = JSON.stringify(request);
      if (inspected?.key !== key) {
        const outcome = examine(request, goOn);
        if (outcome.kind !== 'done') return outcome;
        inspected = { key, inspection: inspect(outcome.examined) };
      }
      return { kind: 'done', inspection: inspected.inspection };
    },
  };
}
