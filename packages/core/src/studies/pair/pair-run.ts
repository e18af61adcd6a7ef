// A pair worked out on a market: its spread, its run, and what is shown beside them.

import type { Bars, Market } from '../../bars/bars.ts';
import { unionOfDays } from '../../days/calendar.ts';
import { addMonths, type Day } from '../../days/day.ts';
import { Evaluator } from '../../evaluation/evaluate.ts';
import { createPanel } from '../../evaluation/panel.ts';
import { at } from '../../numeric/at.ts';
import { log } from '../../numeric/portable.ts';
import { runOf } from '../../outcome.ts';
import type { Run } from '../../run.ts';
import { accountPlan } from '../../simulation/prepare.ts';
import { deviation, mean, ratio } from '../../statistics/moments.ts';
import { type SpanFigures, spanFigures } from '../../statistics/span-figures.ts';
import type { Strategy } from '../../strategy/strategy.ts';
import { StudyFault } from '../fault.ts';
import type { PairStudy } from '../study.ts';
import { type CommonBars, commonBars } from './common-bars.ts';
import { throughOrigin, withIntercept } from './least-squares.ts';
import { type Hedge, pullOf, type Spread, spreadOf, type TrainingBars, trainingBars } from './spread.ts';
import { type TradedPair, tradePair } from './trade-pair.ts';

/** A spread refitted on two years, with a hedge of its own. */
export interface PairWindow {
  readonly from: Day;
  readonly to: Day;
  readonly n: number;
  readonly b: number;
  readonly r2: number;
  readonly halfLife: number;
  readonly unitRootT: number;
  readonly spread: Float64Array;
}

export interface PairRun {
  readonly hedge: Hedge;
  readonly mean: number;
  readonly deviation: number;
  readonly halfLife: number;
  readonly unitRootT: number;
  /** closed ones */
  readonly rounds: number;
  readonly run: Run;
  /** half of the capital in each, bought at the first closes and left alone */
  readonly bothHeld: Float64Array;
  /** the marks up to the training's last bar, and from it on; undefined where one has fewer than two */
  readonly training: SpanFigures | undefined;
  readonly test: SpanFigures | undefined;
  /** annual Sharpe ratio of side times the difference of both returns: as it is often worked out by hand, without money or costs */
  readonly plain: { readonly training: number; readonly test: number };
  /** the most that both legs were worth, over the equity of the day */
  readonly mostGross: number;
  readonly windows: readonly PairWindow[];
  /** at each common bar; `side` is what was decided there */
  readonly days: Int32Array;
  readonly y: Float64Array;
  readonly x: Float64Array;
  readonly spread: Float64Array;
  readonly z: Float64Array;
  readonly side: Int8Array;
  /** the training bars among them: the end is not in it */
  readonly trained: TrainingBars;
}

const WINDOW_MONTHS = 24;

/** @throws {StudyFault} when it cannot be worked out */
export function runPair(market: Market, study: PairStudy): PairRun {
  const y = barsOf(market, study.y, 'y');
  const x = barsOf(market, study.x, 'x');
  const bars = commonBars(y, x, study, study.prices === 'log' ? log : (close) => close);
  if (bars.days.length < 2)
    throw new StudyFault('x', `${study.y} and ${study.x} have no two days with bars in common.`);
  const trained = trainingBars(bars, study.training);
  const spread = spreadOf(bars, study, trained);
  const { run, traded } = simulatePair(market, study, bars, spread);
  const whole = {
    ...run,
    barsPerYear: 252,
  };
  const { day } = run.marks;
  const placeOf = (i: number): number => day.indexOf(bars.days[i]!);
  const begin = placeOf(trained.first);
  const end = placeOf(trained.end - 1);
  return {
    hedge: spread.hedge,
    mean: spread.mean,
    deviation: spread.deviation,
    halfLife: spread.halfLife,
    unitRootT: spread.unitRootT,
    rounds: traded.closedRounds,
    run,
    bothHeld: bothHeld(y, x, day, study.account.capital),
    training: end > begin ? spanFigures(whole, begin, end) : undefined,
    test: day.length - 1 > end ? spanFigures(whole, end, day.length - 1) : undefined,
    plain: plainSharpe(y, x, bars, traded.decided, trained),
    mostGross: mostGross(run),
    windows: windowsOf(bars, study.hedge.method === 'origin'),
    days: bars.days,
    y: bars.y,
    x: bars.x,
    spread: spread.spread,
    z: spread.z,
    side: traded.decided,
    trained,
  };
}

function barsOf(market: Market, symbol: string, path: string): Bars {
  const bars = market.get(symbol);
  if (!bars || bars.day.length === 0) throw new StudyFault(path, `There are no bars of ${symbol}.`);
  return bars;
}

/** The pair's rules as a strategy, for what reads the account, its costs and its rates. */
const asStrategy = ({ name, notes, account, costs, timing, seed }: PairStudy): Strategy => ({
  name,
  notes,
  bars: 'day',
  dials: {},
  size: { method: 'shares', count: 1, fractional: false, unaffordable: 'shrink' },
  limits: { afterMembership: 'hold' },
  timing: { enter: timing, exit: timing },
  account: { capital: account.capital, leverage: 1 },
  costs,
  seed,
});

function simulatePair(
  market: Market,
  study: PairStudy,
  bars: CommonBars,
  spread: Spread,
): { readonly run: Run; readonly traded: TradedPair } {
  const { costs, benchmark } = study;
  const panel = createPanel(market, [{ symbol: study.y }, { symbol: study.x }]);
  const evaluator = new Evaluator(panel, { barsPerYear: 252, seed: study.seed, benchmark });
  const rates = [costs.cashRate, costs.marginRate, costs.borrowRate].filter(
    (rate) => typeof rate === 'string',
  );
  const others = [...rates, benchmark].map((symbol) => {
    const number = panel.number(symbol);
    const path = symbol === benchmark ? 'benchmark' : 'costs';
    if (number < 0)
      throw new StudyFault(path, `There are no bars of ${symbol === '' ? 'the benchmark' : symbol}.`);
    return number;
  });
  const numbers = [panel.number(study.y), panel.number(study.x), ...others];
  const from = at(bars.days, 0);
  const to = at(bars.days, bars.days.length - 1);
  const calendar = unionOfDays(
    numbers.map((k) => at(panel.bars, k).day),
    from,
    to,
  );
  const request = { strategy: asStrategy(study), benchmark, from, to };
  const days = { calendar, key: 'pair' };
  const account = accountPlan(request, panel, days);
  const legs = { y: panel.number(study.y), x: panel.number(study.x) };
  const traded = tradePair(account, legs, bars, spread, study, study.prices === 'log');
  const plan = { account, strategies: [] };
  return { run: runOf(evaluator, plan, request, traded), traded };
}

/** Money of one held from its first close on, or on the account until then. */
function bothHeld(y: Bars, x: Bars, days: Int32Array, capital: number): Float64Array {
  const half = (bars: Bars): Float64Array => {
    const out = new Float64Array(days.length);
    let i = -1;
    let first = Number.NaN;
    for (let t = 0; t < days.length; t++) {
      while (i + 1 < bars.day.length && bars.day[i + 1]! <= days[t]!) i++;
      if (i >= 0 && Number.isNaN(first)) first = bars.close[i]!;
      out[t] = i < 0 ? capital / 2 : (capital / 2 / first) * bars.close[i]!;
    }
    return out;
  };
  const ofX = half(x);
  return half(y).map((value, t) => value + ofX[t]!);
}

function plainSharpe(
  y: Bars,
  x: Bars,
  { yBar, xBar }: CommonBars,
  decided: Int8Array,
  { first, end }: TrainingBars,
): PairRun['plain'] {
  const profit = (i: number): number => {
    const ofY = y.close[yBar[i]!]! / y.close[yBar[i - 1]!]! - 1;
    const ofX = x.close[xBar[i]!]! / x.close[xBar[i - 1]!]! - 1;
    return decided[i - 1]! * (ofY - ofX);
  };
  const sharpe = (from: number, to: number): number => {
    const profits = Array.from({ length: Math.max(0, to - from) }, (_x, k) => profit(from + k));
    return ratio(mean(profits), deviation(profits)) * Math.sqrt(252);
  };
  return { training: sharpe(first + 1, end), test: sharpe(end, decided.length) };
}

function mostGross({ marks: { long, short, equity } }: Run): number {
  let most = 0;
  for (let t = 0; t < equity.length; t++) most = Math.max(most, (long[t]! + short[t]!) / equity[t]!);
  return most;
}

function windowsOf({ days, y, x }: CommonBars, isThroughOrigin: boolean): PairWindow[] {
  const windows: PairWindow[] = [];
  const start = at(days, 0);
  for (let k = 0, from = 0; from < days.length; k++) {
    const until = addMonths(start, (k + 1) * WINDOW_MONTHS);
    let to = from;
    while (to < days.length && days[to]! < until) to++;
    if (to - from > 2) {
      const line = (isThroughOrigin ? throughOrigin : withIntercept)(y, x, from, to);
      const spread = y.slice(from, to).map((value, i) => value - line.intercept - line.slope * x[from + i]!);
      windows.push({
        from: at(days, from),
        to: at(days, to - 1),
        n: line.n,
        b: line.slope,
        r2: line.rSquared,
        ...pullOf(spread),
        spread,
      });
    }
    from = to;
  }
  return windows;
}
