// What a followed run did after the day it was trusted from, beside what it was tested to do (docs/follow.md, Since then).

import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { at } from '../numeric/at.ts';
import { createRandom } from '../numeric/random.ts';
import type { Run } from '../run.ts';
import type { Trade } from '../simulation/records.ts';
import { drawdownsOf } from '../statistics/drawdown.ts';
import { deviation, mean, ratio } from '../statistics/moments.ts';
import { returnsOf } from '../statistics/returns.ts';
import { type Band, bandOf, type Outside, outsideOf } from './band.ts';

/** Some closed trades in a few numbers. */
export interface TradesTold {
  readonly count: number;
  /** mean and deviation of their returns, and the share that won */
  readonly mean: number;
  readonly deviation: number;
  readonly winRate: number;
  readonly barsHeld: number;
}

export interface Since {
  readonly trusted: Day;
  /** from the trusted day, or the last mark before it, to the last */
  readonly days: Int32Array;
  /** from 1 at the first of these days */
  readonly curve: Float64Array;
  readonly benchmark: Float64Array;
  /** undefined where too few days were tested */
  readonly band: Band | undefined;
  readonly outside: Outside | undefined;
  readonly drawdown: {
    /** since the trusted day, below the highest since: now and at the worst */
    readonly now: number;
    readonly worst: number;
    readonly benchmarkWorst: number;
    /** the worst of the tested days */
    readonly tested: number;
    /** the share of resamples that fell as deep or deeper in as many days */
    readonly asDeep: number;
  };
  readonly trades: {
    readonly tested: TradesTold;
    readonly since: TradesTold;
    /** of samples of as many tested trades, the share with a mean as low as that since */
    readonly asLow: number;
    /** trades after which a mean of nothing would be told from the tested mean; NaN where that is not above 0 */
    readonly needed: number;
  };
}

type Followed = Pick<Run, 'marks' | 'benchmark' | 'trades'>;

/** Samples of tested trades. */
const SAMPLES = 2000;

/** Normal quantiles of 95 and of 80 of 100: how sure one wants to be, and how often one would then see it. */
const SURE = 1.6448536269514722;
const POWER = 0.8416212335729143;

/** @param run from before the trusted day on */
export function sinceOf(run: Followed, trusted: Day): Since {
  const { day, equity } = run.marks;
  const first = Math.max(0, countUntil(day, trusted) - 1);
  const days = day.slice(first);
  const curve = scaled(equity, first);
  const benchmark = scaled(run.benchmark, first);
  const tested = equity.subarray(0, first + 1);
  const band = bandOf(returnsOf(tested), days.length);
  const falls = drawdownsOf(curve);
  const worst = lowest(falls);
  return {
    trusted,
    days,
    curve,
    benchmark,
    band,
    outside: band && outsideOf(days, curve, band),
    drawdown: {
      now: at(falls, falls.length - 1),
      worst,
      benchmarkWorst: lowest(drawdownsOf(benchmark)),
      tested: lowest(drawdownsOf(tested)),
      asDeep: band ? band.drawdowns.filter((fall) => fall <= worst).length / band.resamples : Number.NaN,
    },
    trades: tradesSince(run.trades, trusted),
  };
}

function scaled(curve: Float64Array, first: number): Float64Array {
  const start = at(curve, first);
  return curve.slice(first).map((value) => value / start);
}

const lowest = (values: Float64Array): number => values.reduce((least, value) => Math.min(least, value), 0);

/** Trades entered after the trusted day beside those that had ended by it. */
function tradesSince(trades: readonly Trade[], trusted: Day): Since['trades'] {
  const tested = trades.filter(({ exitDay }) => exitDay !== undefined && exitDay <= trusted);
  const since = trades.filter(({ entryDay }) => entryDay > trusted);
  const told = tradesTold(tested);
  return {
    tested: told,
    since: tradesTold(since),
    asLow: chanceAsLow(tested, since),
    needed: tradesToTell(told),
  };
}

function tradesTold(trades: readonly Trade[]): TradesTold {
  const returns = trades.map((trade) => trade.return);
  return {
    count: trades.length,
    mean: mean(returns),
    deviation: deviation(returns),
    winRate: ratio(trades.filter(({ profit }) => profit > 0).length, trades.length),
    barsHeld: mean(trades.map(({ barsHeld }) => barsHeld)),
  };
}

/**
 * ((z95 + z80) * deviation / mean)^2, rounded up: so many trades with a true mean of nothing would in four of five cases
 * be seen not to be like the tested ones. Source: the usual sample size of a one-sided test of a mean.
 */
export function tradesToTell({ mean: tested, deviation: spread }: TradesTold): number {
  if (!(tested > 0) || !(spread > 0)) return Number.NaN;
  return Math.ceil((((SURE + POWER) * spread) / tested) ** 2);
}

/** The share of samples, drawn with replacement, whose mean is no higher than the mean since. */
function chanceAsLow(tested: readonly Trade[], since: readonly Trade[]): number {
  if (tested.length === 0 || since.length === 0) return Number.NaN;
  const own = mean(since.map((trade) => trade.return));
  const returns = Float64Array.from(tested, (trade) => trade.return);
  const next = createRandom(1);
  let low = 0;
  for (let k = 0; k < SAMPLES; k++) {
    let sum = 0;
    for (let i = 0; i < since.length; i++) {
      sum += at(returns, Math.floor((next() / 4294967296) * returns.length));
    }
    if (sum / since.length <= own) low++;
  }
  return low / SAMPLES;
}
