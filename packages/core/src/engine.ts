// One market's engine: runs strategies on it and keeps the columns they computed for the next run.

import type { Market } from './bars/bars.ts';
import { barsPerYear } from './bars/unit.ts';
import { type Explanation, explain } from './explain.ts';
import { Evaluator } from './rules/evaluate.ts';
import type { Universe } from './rules/panel.ts';
import { createPanel } from './rules/panel.ts';
import type { Plan } from './simulation/plan.ts';
import type { Position } from './simulation/position.ts';
import { type Problem, prepare, type RunRequest } from './simulation/prepare.ts';
import { type Continue, partOf, Stopped } from './simulation/progress.ts';
import type { Decisions, Ledger, Marks, NextOrder, Trade } from './simulation/records.ts';
import { simulate } from './simulation/simulate.ts';
import { buyAndHold } from './statistics/benchmark.ts';
import { curveFigures } from './statistics/curve-figures.ts';
import { drawdownsOf } from './statistics/drawdown.ts';
import { type Figures, figuresOf } from './statistics/figures.ts';
import { periodReturns, periodsOf } from './statistics/periods.ts';
import { riskFreeReturns } from './statistics/returns.ts';
import { type SpanFigures, spanFigures } from './statistics/span-figures.ts';
import { type CostFigures, costsOf } from './statistics/trade-studies.ts';
import { type WhyDay, whyOn } from './why.ts';

/** A finished run: plain values and typed columns, so that it can be sent between threads as it is. */
export interface Run {
  readonly marks: Marks;
  /** the benchmark's curve on the same days, from the same capital */
  readonly benchmark: Float64Array;
  /** the risk-free return of each step between marks */
  readonly riskFree: Float64Array;
  readonly drawdown: Float64Array;
  readonly benchmarkDrawdown: Float64Array;
  readonly years: readonly { readonly year: number; readonly strategy: number; readonly benchmark: number }[];
  /** closed trades, by exit day, symbol and entry day */
  readonly trades: readonly Trade[];
  readonly openTrades: readonly Trade[];
  readonly decisions: Decisions;
  readonly ledger: Ledger;
  readonly nextOrders: readonly NextOrder[];
  readonly figures: Figures;
  readonly eitherWayBars: number;
  readonly costs: CostFigures;
  /** the figures before the split and from it on; only where the request splits the run */
  readonly halves?: readonly [inSample: SpanFigures, outOfSample: SpanFigures];
  /** universe symbols without bars, which the run left out */
  readonly missing: readonly string[];
}

export type RunOutcome =
  | { readonly kind: 'done'; readonly run: Run }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'stopped' };

export interface Engine {
  /** Runs one strategy from beginning to end. */
  run(request: RunRequest, goOn?: Continue): RunOutcome;
  /** Why an instrument was entered on a day, or why not; undefined when the strategy has problems. */
  why(request: RunRequest, symbol: string, day: number): WhyDay | undefined;
  /** What the strategy's parts mean on this market; undefined when it has problems or was stopped. */
  explain(request: RunRequest, goOn?: Continue): Explanation | undefined;
}

/** The share of a run's progress that is its rules; the rest is the day loop. */
const RULES_PART = 0.5;

/** Columns kept between runs, in bytes. */
const KEPT_COLUMNS = 320e6;

export function createEngine(market: Market, universe: Universe): Engine {
  let kept: { key: string; evaluator: Evaluator } | undefined;

  function evaluatorFor(request: RunRequest): Evaluator {
    const { strategy, benchmark, to } = request;
    const until = strategy.bars === 'day' ? undefined : to;
    const key = [strategy.bars, until, strategy.seed, benchmark].join('|');
    if (kept?.key !== key) {
      const panel = createPanel(market, universe, strategy.bars, until);
      const settings = { barsPerYear: barsPerYear(strategy.bars), seed: strategy.seed, benchmark };
      kept = { key, evaluator: new Evaluator(panel, settings) };
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
        const halves = halvesOf({ marks, trades, benchmark, riskFree, barsPerYear: yearly }, request.splitAt);
        const ours = periodReturns(years, marks.equity);
        const theirs = periodReturns(years, benchmark);
        return {
          kind: 'done',
          run: {
            marks,
            benchmark,
            riskFree,
            drawdown: drawdownsOf(marks.equity),
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
            figures: figuresOf({
              marks,
              ledger: result.ledger,
              trades,
              benchmark,
              benchmarkFigures,
              riskFree,
              months,
              barsPerYear: yearly,
            }),
            eitherWayBars: result.eitherWayBars,
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
    why(request, symbol, day) {
      const outcome = engine.run(request);
      if (outcome.kind !== 'done') return undefined;
      return whyOn(evaluatorFor(request), request, outcome.run.decisions, symbol, day);
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

function byExit(a: Trade, b: Trade): number {
  return (
    (a.exitDay ?? 0) - (b.exitDay ?? 0) ||
    (a.symbol < b.symbol ? -1 : a.symbol > b.symbol ? 1 : 0) ||
    a.entryDay - b.entryDay
  );
}

/** The record of a position; while it is open, valued at `lastClose`. */
function tradeOf(p: Position, symbol: string, lastClose?: number): Trade {
  const closed = p.exitReason !== undefined;
  const price = closed ? p.exitPrice : (lastClose ?? p.entryPrice);
  const profit = (price - p.entryPrice) * p.shares * p.sign - p.commission - p.carry;
  const extremes = [(p.worst / p.entryPrice - 1) * p.sign, (p.best / p.entryPrice - 1) * p.sign];
  const risk = Number.isNaN(p.initialStop) ? 0 : Math.abs(p.entryPrice - p.initialStop);
  return {
    symbol,
    side: p.sign === 1 ? 'long' : 'short',
    group: p.group,
    decisionDay: p.decisionDay,
    entryDay: p.entryDay,
    entryPrice: p.entryPrice,
    shares: p.shares,
    exitDay: closed ? p.exitDay : undefined,
    exitPrice: closed ? p.exitPrice : undefined,
    exitReason: p.exitReason,
    commission: p.commission,
    carry: p.carry,
    profit,
    return: profit / (p.entryPrice * p.shares),
    barsHeld: closed ? p.barsHeld : p.bar - p.entryBar + (p.atOpen ? 1 : 0),
    mae: Math.min(0, ...extremes),
    mfe: Math.max(0, ...extremes),
    riskPerShare: risk,
    r: risk > 0 ? profit / (risk * p.shares) : undefined,
  };
}
