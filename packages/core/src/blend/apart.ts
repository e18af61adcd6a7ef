// A blend of separate buckets (docs/blends.md, Apart). No strategy runs here, and what no share changes is there already: a turn of a
// slider costs a few passes over the days.

import { at } from '../numeric/at.ts';
import type { Ledger, Marks } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from '../statistics/curve-figures.ts';
import { drawdownsOf } from '../statistics/drawdown.ts';
import { type Figures, figuresOf } from '../statistics/figures.ts';
import type { ApartBlend } from './blend.ts';
import type { BlendRun, PartRecord } from './blend-run.ts';
import { type Bucket, type Buckets, firstWeights, runBuckets } from './buckets.ts';
import { correlationsBelowPeak, diversificationRatio } from './compare-parts.ts';
import type { Aligned, ReadyParts } from './ready-parts.ts';

/** @param ready of the blend's parts; their shares are read from the blend */
export function blendApart(blend: ApartBlend, ready: ReadyParts): BlendRun {
  const { days, curves, months, barsPerYear, trades } = ready;
  const { capital } = blend;
  const buckets = bucketsOf(ready, blend);
  const { equity } = buckets;
  const benchmark = scaled(ready.benchmark, capital);
  const noRate = new Float64Array(Math.max(0, days.length - 1));
  const drawdown = drawdownsOf(equity);
  const alone = curves.map(({ value }) => scaled(value, capital));
  const marks = marksOf(ready, buckets);
  const curve = {
    marks,
    equity,
    ledger: NO_LEDGER,
    trades: [],
    benchmark,
    riskFree: noRate,
    months,
    barsPerYear,
  };
  return {
    form: 'apart',
    marks,
    benchmark,
    drawdown,
    benchmarkDrawdown: drawdownsOf(benchmark),
    parts: blend.parts.map(
      ({ name, kind }, k): PartRecord => ({
        name,
        kind,
        money: at(buckets.money, k),
        curve: at(alone, k),
        profit: at(buckets.contributions, k),
        alone: curveFigures(days, at(alone, k), noRate, barsPerYear),
        without: withoutFigures(blend, ready.rests[k], barsPerYear),
      }),
    ),
    trades,
    openTrades: ready.openTrades,
    decisions: ready.decisions,
    figures: { ...figuresOf(curve), ...ready.tradeFigures, ...NOT_IN_ONE_MONEY },
    correlations: {
      ...ready.correlations,
      belowPeak: correlationsBelowPeak(drawdown, [...alone, benchmark]),
    },
    diversificationRatio: diversificationRatio(firstWeights(blend.parts, blend.weights), alone, equity),
    overlap: ready.overlap,
    moveCosts: buckets.moveCosts,
    interest: 0,
    ambiguousBars: ready.ambiguousBars,
    reviewed: buckets.reviewed,
  };
}

/** What a bucket's trades made is money of its part's own run: sums of it over parts mean nothing. */
const NOT_IN_ONE_MONEY: Partial<Figures> = {
  profitFactor: Number.NaN,
  winRateByMoney: Number.NaN,
  payoffByMoney: Number.NaN,
  expectancyByMoney: Number.NaN,
  turnover: Number.NaN,
};

const NO_LEDGER: Ledger = {
  day: new Int32Array(0),
  kind: new Uint8Array(0),
  part: new Int8Array(0),
  instrument: new Int32Array(0),
  shares: new Float64Array(0),
  amount: new Float64Array(0),
};

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
