// From what the day loop left behind to a finished run: its curves, records and figures.

import { barsPerYear } from './bars/unit.ts';
import { periodsOf } from './days/periods.ts';
import type { Evaluator } from './evaluation/evaluate.ts';
import { at } from './numeric/at.ts';
import type { Run } from './run.ts';
import type { AccountPlan, Plan } from './simulation/plan.ts';
import { countOutcomes } from './simulation/records.ts';
import type { RunRequest } from './simulation/request.ts';
import type { Simulated } from './simulation/simulate.ts';
import { stalledOf } from './simulation/stalled.ts';
import { byExit, tradeOf } from './simulation/trade-record.ts';
import { buyAndHold } from './statistics/benchmark.ts';
import { curveFigures } from './statistics/curve-figures.ts';
import { drawdownsOf } from './statistics/drawdown.ts';
import { figuresOf } from './statistics/figures.ts';
import { yearsOf } from './statistics/periods.ts';
import { riskFreeReturns } from './statistics/returns.ts';
import { sidesApart } from './statistics/sides-apart.ts';
import { fromCapital } from './statistics/slice.ts';
import { spanFigures } from './statistics/span-figures.ts';
import { costsOf } from './statistics/trade-studies.ts';

/** @param simulated from this plan of this request */
export function runOf(evaluator: Evaluator, plan: Plan, request: RunRequest, simulated: Simulated): Run {
  const { panel } = evaluator;
  const { strategy, splitAt } = request;
  const { marks, ledger, decisions } = simulated;
  const held = comparison(evaluator, plan.account, request);
  const { benchmark, riskFree, months, years } = held;
  const trades = simulated.closed.map((p) => tradeOf(p, at(panel.symbols, p.instrument))).sort(byExit);
  const yearly = barsPerYear(strategy.bars);
  const whole = { marks, ledger, trades, benchmark, riskFree, barsPerYear: yearly };
  const equity = fromCapital(marks.equity, ledger);
  const halves = halvesOf(whole, splitAt);
  const stalled = stalledOf(decisions);
  return {
    marks,
    benchmark,
    riskFree,
    drawdown: drawdownsOf(equity),
    benchmarkDrawdown: held.benchmarkDrawdown,
    years: yearsOf(years, equity, benchmark),
    parts: plan.strategies.map(({ name }) => name),
    trades,
    openTrades: simulated.open.map((p) =>
      tradeOf(p, at(panel.symbols, p.instrument), at(panel.bars, p.instrument).close[p.bar]),
    ),
    decisions,
    ledger,
    nextOrders: simulated.nextOrders,
    standing: simulated.standing,
    figures: figuresOf({ ...whole, equity, months }, held.benchmarkFigures),
    ambiguousBars: simulated.ambiguousBars,
    outcomes: countOutcomes(decisions),
    costs: costsOf(ledger, marks, trades, strategy.costs),
    ...(stalled && { stalled }),
    ...(halves && { halves }),
    ...(strategy.long && strategy.short && { sides: sidesApart(marks, ledger, trades, riskFree, yearly) }),
    missing: panel.missing,
  };
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
function comparison(
  evaluator: Evaluator,
  { calendar, calendarKey, capital, riskFreeRate }: AccountPlan,
  { strategy, benchmark: symbol }: RunRequest,
) {
  const { panel } = evaluator;
  const { cashRate, riskFreeRate: rate = cashRate } = strategy.costs;
  const key = `benchmark ${symbol} ${capital} ${rate} in ${calendarKey}`;
  return evaluator.remember(key, () => {
    const benchmark = buyAndHold(at(panel.bars, panel.number(symbol)), calendar, capital);
    const riskFree = riskFreeReturns(calendar, riskFreeRate);
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
