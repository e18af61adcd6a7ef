// One market's engine: runs strategies on it and keeps the columns they computed for the next run.

import type { Market } from './bars/bars.ts';
import { barsPerYear } from './bars/unit.ts';
import { type Explanation, explain } from './explain.ts';
import { type Inspection, inspect } from './inspect/inspection.ts';
import { Evaluator } from './rules/evaluate.ts';
import { namedInstruments } from './rules/named.ts';
import { createPanel, type Universe } from './rules/panel.ts';
import type { Run } from './run.ts';
import type { Plan } from './simulation/plan.ts';
import { type Problem, prepare, type RunRequest } from './simulation/prepare.ts';
import { type Continue, partOf, Stopped } from './simulation/progress.ts';
import { countOutcomes } from './simulation/records.ts';
import { simulate } from './simulation/simulate.ts';
import { byExit, tradeOf } from './simulation/trade-record.ts';
import { buyAndHold } from './statistics/benchmark.ts';
import { curveFigures } from './statistics/curve-figures.ts';
import { drawdownsOf } from './statistics/drawdown.ts';
import { figuresOf } from './statistics/figures.ts';
import { periodReturns, periodsOf } from './statistics/periods.ts';
import { riskFreeReturns } from './statistics/returns.ts';
import { fromCapital } from './statistics/slice.ts';
import { spanFigures } from './statistics/span-figures.ts';
import { costsOf } from './statistics/trade-studies.ts';

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

export function createEngine(market: Market, universe: Universe): Engine {
  let kept: { key: string; evaluator: Evaluator } | undefined;
  /** The last run that was asked about, kept for the next question. */
  let inspected: { key: string; inspection: Inspection } | undefined;

  function evaluatorFor(request: RunRequest): Evaluator {
    const { strategy, benchmark, to } = request;
    const unit = strategy.bars;
    // Days have no need of these; weeks and months end on days that all of the run's instruments share.
    const until = unit === 'day' ? undefined : to;
    const named = unit === 'day' ? [] : [...namedInstruments(strategy), benchmark].sort();
    const key = [unit, until, ...named, strategy.seed, benchmark].join('|');
    if (kept?.key !== key) {
      const panel = createPanel(market, universe, { unit, until, named });
      const settings = { barsPerYear: barsPerYear(strategy.bars), seed: strategy.seed, benchmark };
      kept = { key, evaluator: new Evaluator(panel, settings) };
      inspected = undefined;
    }
    return kept.evaluator;
  }

  const engine: Engine = {
    run(request, goOn = () => true) {
      const evaluator = evaluatorFor(request);
      try {
        const prepared = prepare(request, market, evaluator, partOf(goOn, 0, RULES_PART));
        if (!prepared.ok) return { kind: 'problems', problems: prepared.problems };
        const { plan } = prepared;
        const result = simulate(plan, partOf(goOn, RULES_PART, 1));
        const { panel } = evaluator;
        const { marks } = result;
        const { benchmark, benchmarkDrawdown, benchmarkFigures, riskFree, months, years } = comparison(
          evaluator,
          plan,
          request,
        );
        const trades = result.closed.map((p) => tradeOf(p, panel.symbols[p.instrument]));
        trades.sort(byExit);
        const yearly = barsPerYear(request.strategy.bars);
        const whole = { marks, ledger: result.ledger, trades, benchmark, riskFree, barsPerYear: yearly };
        const equity = fromCapital(marks.equity, result.ledger);
        const halves = halvesOf(whole, request.splitAt);
        const ours = periodReturns(years, equity);
        const theirs = periodReturns(years, benchmark);
        return {
          kind: 'done',
          run: {
            marks,
            benchmark,
            riskFree,
            drawdown: drawdownsOf(equity),
            benchmarkDrawdown,
            years: Array.from(years.period, (year, k) => ({
              year,
              strategy: ours[k],
              benchmark: theirs[k],
            })),
            trades,
            openTrades: result.open.map((p) =>
              tradeOf(p, panel.symbols[p.instrument], panel.bars[p.instrument].close[p.bar]),
            ),
            decisions: result.decisions,
            ledger: result.ledger,
            nextOrders: result.nextOrders,
            standing: result.standing,
            figures: figuresOf({ ...whole, equity, months }, benchmarkFigures),
            eitherWayBars: result.eitherWayBars,
            outcomes: countOutcomes(result.decisions),
            costs: costsOf(result.ledger, marks, trades, request.strategy.costs.slippage),
            ...(halves && { halves }),
            missing: panel.missing,
          },
        };
      } catch (error) {
        if (error instanceof Stopped) return { kind: 'stopped' };
        throw error;
      } finally {
        evaluator.trim(KEPT_COLUMNS);
      }
    },
    explain(request, goOn = () => true) {
      const evaluator = evaluatorFor(request);
      try {
        return explain(request, market, evaluator, goOn);
      } catch (error) {
        if (error instanceof Stopped) return undefined;
        throw error;
      } finally {
        evaluator.trim(KEPT_COLUMNS);
      }
    },
    inspect(request, goOn) {
      const key = JSON.stringify(request);
      if (inspected?.key !== key) {
        const outcome = engine.run(request, goOn);
        if (outcome.kind !== 'done') return outcome;
        const evaluator = evaluatorFor(request);
        const prepared = prepare(request, market, evaluator);
        if (!prepared.ok) return { kind: 'problems', problems: prepared.problems };
        const { plan } = prepared;
        inspected = { key, inspection: inspect({ evaluator, plan, request, run: outcome.run }) };
      }
      return { kind: 'done', inspection: inspected.inspection };
    },
  };
  return engine;
}

function halvesOf(run: Parameters<typeof spanFigures>[0], splitAt: number | undefined) {
  if (splitAt === undefined) return undefined;
  const { day } = run.marks;
  const split = day.findIndex((d) => d >= splitAt);
  // Each part needs two marks to have a return.
  if (split < 2 || split > day.length - 1) return undefined;
  return [spanFigures(run, 0, split - 1), spanFigures(run, split - 1, day.length - 1)] as const;
}

/** All that depends on the days and the benchmark alone, and so is the same for every setting of a sweep. */
function comparison(evaluator: Evaluator, plan: Plan, { strategy, benchmark: symbol }: RunRequest) {
  const { panel } = evaluator;
  const { calendar, calendarKey, capital, cashRate } = plan;
  const key = `benchmark ${symbol} ${capital} ${strategy.costs.cashRate} in ${calendarKey}`;
  return evaluator.remember(key, () => {
    const benchmark = buyAndHold(panel.bars[panel.number(symbol)], calendar, capital);
    const riskFree = riskFreeReturns(calendar, cashRate);
    return {
      benchmark,
      benchmarkDrawdown: drawdownsOf(benchmark),
      benchmarkFigures: curveFigures(calendar, benchmark, riskFree, barsPerYear(strategy.bars)),
      riskFree,
      months: periodsOf(calendar, 'month'),
      years: periodsOf(calendar, 'year'),
    };
  });
}
