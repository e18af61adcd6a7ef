// A blend of separate buckets (docs/blends.md, Apart). No strategy runs here, and what no share changes is there already: a turn of a
// slider costs a few passes over the days.

import { at } from '../numeric/at.ts';
import type { Ledger, Marks } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from '../statistics/curve-figures.ts';
import { drawdownsOf } from '../statistics/drawdown.ts';
import { type Figures, figuresOf } from '../statistics/figures.ts';
import { yearsOf } from '../statistics/periods.ts';
import { inMoney } from '../statistics/scale.ts';
import { type SpanFigures, spanFigures } from '../statistics/span-figures.ts';
import type { ApartBlend } from './blend.ts';
import type { Beside, BlendRun, PartRecord } from './blend-run.ts';
import { type Bucket, type Buckets, firstWeights, runBuckets } from './buckets.ts';
import { gainsIn, restIn } from './by-year.ts';
import { correlationsBelowPeak, diversificationRatio } from './compare-parts.ts';
import type { Aligned, ReadyParts } from './ready-parts.ts';

/**
 * @param ready of the blend's parts; their shares are read from the blend
 * @param splitAt the first out-of-sample day, where the run is to be split
 */
export function blendApart(blend: ApartBlend, ready: ReadyParts, splitAt?: number): BlendRun {
  const { days, curves, months, years, barsPerYear, trades } = ready;
  const { capital } = blend;
  const buckets = bucketsOf(ready, blend);
  const { equity } = buckets;
  const benchmark = scaled(ready.benchmark, capital);
  const drawdown = drawdownsOf(equity);
  const marks = marksOf(ready, buckets);
  const riskFree = new Float64Array(Math.max(0, days.length - 1));
  const curve = { marks, ledger: depositOf(days, capital), benchmark, riskFree, barsPerYear };
  const byYear = buckets.earned.map((earned) => gainsIn(years, earned));
  const halves = splitAt === undefined ? undefined : halvesOf({ ...curve, trades }, days, splitAt);
  return {
    form: 'apart',
    marks,
    benchmark,
    riskFree,
    drawdown,
    benchmarkDrawdown: drawdownsOf(benchmark),
    years: yearsOf(years, equity, benchmark),
    parts: blend.parts.map(({ name, kind }, k): PartRecord => {
      const money = at(buckets.money, k);
      const { long, short } = at(curves, k);
      const earned = at(buckets.earned, k);
      return {
        name,
        kind,
        money,
        atWork: money.map((m, t) => (m * (long[t]! + short[t]!)) / equity[t]!),
        profit: at(earned, earned.length - 1),
        byYear: at(byYear, k),
        outcomes: at(ready.outcomes, k),
      };
    }),
    restByYear: restIn(years, equity, capital, byYear),
    trades,
    openTrades: ready.openTrades,
    decisions: ready.decisions,
    nextOrders: toBuckets(ready.nextOrders, blend, ready, buckets),
    standing: toBuckets(ready.standing, blend, ready, buckets),
    figures: {
      ...figuresOf({ ...curve, equity, months, trades: [] }),
      ...ready.tradeFigures,
      ...NOT_IN_ONE_MONEY,
    },
    ...(halves && { halves }),
    missing: ready.missing,
    moveCosts: buckets.moveCosts,
    interest: 0,
    ambiguousBars: ready.ambiguousBars,
    reviewed: buckets.reviewed,
    beside: besideOf(blend, ready, equity, drawdown),
  };
}

function besideOf(
  blend: ApartBlend,
  ready: ReadyParts,
  equity: Float64Array,
  drawdown: Float64Array,
): Beside {
  const { days, barsPerYear } = ready;
  const { capital } = blend;
  const figuresOfCurve = (curve: Float64Array): CurveFigures =>
    curveFigures(days, curve, new Float64Array(Math.max(0, days.length - 1)), barsPerYear);
  const held = bucketsOf(ready, { ...blend, review: 'never' }).equity;
  return {
    parts: ready.alone.map(({ curve, drawdown: own, figures }, k) => ({
      curve: scaled(curve, capital),
      drawdown: own,
      alone: inMoney(figures, capital),
      without: withoutFigures(blend, ready.rests[k], barsPerYear),
    })),
    held: { curve: held, figures: figuresOfCurve(held) },
    correlations: {
      ...ready.correlations,
      belowPeak: correlationsBelowPeak(drawdown, [...ready.alone.map(({ curve }) => curve), ready.benchmark]),
    },
    diversificationRatio: diversificationRatio(
      firstWeights(blend.parts, blend.weights),
      ready.deviations,
      equity,
    ),
    overlap: ready.overlap,
  };
}

/** What a bucket's trades made is money of its part's own run: sums of it over parts mean nothing. */
export const NOT_IN_ONE_MONEY: Partial<Figures> = {
  profitFactor: Number.NaN,
  winRateByMoney: Number.NaN,
  payoffByMoney: Number.NaN,
  expectancyByMoney: Number.NaN,
  turnover: Number.NaN,
};

/** The ledger of buckets: they move no cash of one account, but begin with its capital. */
export function depositOf(days: Int32Array, capital: number): Ledger {
  return {
    day: days.slice(0, 1),
    kind: Uint8Array.of(0),
    part: Int8Array.of(-1),
    instrument: Int32Array.of(-1),
    shares: Float64Array.of(0),
    amount: Float64Array.of(capital),
  };
}

function halvesOf(
  run: Parameters<typeof spanFigures>[0],
  days: Int32Array,
  splitAt: number,
): [SpanFigures, SpanFigures] | undefined {
  const split = days.findIndex((day) => day >= splitAt);
  // Each part needs two marks to have a return.
  if (split < 2 || split > days.length - 1) return undefined;
  const half = (first: number, last: number): SpanFigures => {
    const figures = spanFigures(run, first, last);
    return { ...figures, strategy: { ...figures.strategy, ...NOT_IN_ONE_MONEY } };
  };
  return [half(0, split - 1), half(split - 1, days.length - 1)];
}

/** Orders of the parts' own runs as their buckets would place them: as many times the shares as the bucket is of the run's equity. */
function toBuckets<Order extends { readonly part: number; readonly shares: number }>(
  orders: readonly Order[],
  { parts }: ApartBlend,
  { curves }: Aligned,
  { money }: Buckets,
): Order[] {
  return orders.map((order) => {
    const { value } = at(curves, order.part);
    const own = at(money, order.part);
    const shares = (order.shares * at(own, own.length - 1)) / at(value, value.length - 1);
    const part = at(parts, order.part);
    const fractional = part.kind === 'strategy' && part.strategy.size.fractional;
    return { ...order, shares: fractional ? shares : Math.floor(shares) };
  });
}

function bucketsOf({ days, curves, places }: Aligned, blend: ApartBlend): Buckets {
  const buckets = curves.map(({ value }, k): Bucket => {
    const { share, kind } = at(blend.parts, at(places, k));
    return { value, share, isCash: kind === 'cash' };
  });
  return runBuckets(days, buckets, blend);
}

function withoutFigures(
  blend: ApartBlend,
  rest: Aligned | undefined,
  barsPerYear: number,
): CurveFigures | undefined {
  if (!rest) return undefined;
  const { equity } = bucketsOf(rest, blend);
  return curveFigures(rest.days, equity, new Float64Array(rest.days.length - 1), barsPerYear);
}

/** The blend as an account: what is at work in each bucket, in the bucket's money. */
function marksOf({ days, curves }: Aligned, { money, equity }: Buckets): Marks {
  const size = days.length;
  const long = new Float64Array(size);
  const short = new Float64Array(size);
  const positions = new Int32Array(size);
  for (const [k, curve] of curves.entries()) {
    const own = at(money, k);
    for (let t = 0; t < size; t++) {
      long[t]! += curve.long[t]! * own[t]!;
      short[t]! += curve.short[t]! * own[t]!;
      positions[t]! += curve.positions[t]!;
    }
  }
  return { day: days, equity, cash: equity.map((e, t) => e - long[t]! + short[t]!), long, short, positions };
}

function scaled(curve: Float64Array, capital: number): Float64Array {
  const first = at(curve, 0);
  return curve.map((value) => (capital * value) / first);
}
