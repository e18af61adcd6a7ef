// A blend of separate buckets, from its parts' own runs (blend.md, Apart). No strategy runs here: a change of shares or of
// reviews asks for nothing but this.

import type { Bars, Market } from '../bars/bars.ts';
import { barsPerYear } from '../bars/unit.ts';
import { unionOfDays } from '../days/calendar.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import { ratesOn } from '../simulation/rates.ts';
import type { Ledger, Marks, Trade } from '../simulation/records.ts';
import { byExit } from '../simulation/trade-record.ts';
import { buyAndHold } from '../statistics/benchmark.ts';
import { curveFigures } from '../statistics/curve-figures.ts';
import { drawdownsOf } from '../statistics/drawdown.ts';
import { type Figures, figuresOf } from '../statistics/figures.ts';
import { periodsOf } from '../statistics/periods.ts';
import type { ApartBlend, Part } from './blend.ts';
import type { BlendRun, PartRecord } from './blend-run.ts';
import { type Bucket, type Buckets, firstWeights, runBuckets } from './buckets.ts';
import {
  correlationsBelowPeak,
  correlationsOf,
  diversificationRatio,
  type Holding,
  holdingsOf,
  overlapOf,
} from './compare-parts.ts';
import { joinDecisions } from './join-decisions.ts';
import { curveHeld, curveOfCash, curveOfRun, onDays, type PartCurve } from './part-curve.ts';

export interface ApartInput {
  readonly blend: ApartBlend;
  readonly market: Market;
  readonly benchmark: string;
  readonly from?: number;
  readonly to?: number;
  /** each part's own run over the same days; undefined for what is no strategy */
  readonly runs: readonly (Run | undefined)[];
}

type BlendProblem = { readonly path: string; readonly message: string };

export type ApartOutcome =
  | { readonly ok: true; readonly run: BlendRun }
  | { readonly ok: false; readonly problems: readonly BlendProblem[] };

/** A part of the blend, and what is known of it before the blend's days are. */
interface Ready {
  readonly part: Part;
  readonly run: Run | undefined;
  /** undefined for cash, whose days are the blend's */
  readonly curve: PartCurve | undefined;
}

/** Mixes the parts' runs; all problems are told at once, each with its part. */
export function blendApart(input: ApartInput): ApartOutcome {
  const { blend, market, benchmark } = input;
  const ready = blend.parts.map((part, k) => readyPart(part, input, input.runs[k]));
  const problems = problemsOf(ready, input);
  if (problems.length > 0) return { ok: false, problems };
  const whole = mixture(ready, input);
  const { days, curves, buckets } = whole;
  const held = buyAndHold(barsOf(market, benchmark), days, blend.capital);
  const yearly = barsPerYear(unitOf(blend));
  const noRate = new Float64Array(Math.max(0, days.length - 1));
  const marks = marksOf(whole);
  const trades = poolTrades(input.runs, ({ trades }) => trades).sort(
    (a, b) => byExit(a, b) || a.part - b.part,
  );
  const drawdown = drawdownsOf(buckets.equity);
  const alone = curves.map(({ value }) => scaled(value, blend.capital));
  const figures = figuresOf({
    marks,
    equity: buckets.equity,
    ledger: NO_LEDGER,
    trades,
    benchmark: held,
    riskFree: noRate,
    months: periodsOf(days, 'month'),
    barsPerYear: yearly,
  });
  const parts = ready.map(({ part }, k): PartRecord => {
    const rest = ready.filter((_part, other) => other !== k);
    return {
      name: part.name,
      kind: part.kind,
      money: at(buckets.money, k),
      curve: at(alone, k),
      profit: at(buckets.contributions, k),
      alone: curveFigures(days, at(alone, k), noRate, yearly),
      without: rest.some(({ curve }) => curve) ? withoutFigures(rest, input, yearly) : undefined,
    };
  });
  return {
    ok: true,
    run: {
      form: 'apart',
      marks,
      benchmark: held,
      drawdown,
      benchmarkDrawdown: drawdownsOf(held),
      parts,
      trades,
      openTrades: poolTrades(input.runs, ({ openTrades }) => openTrades),
      decisions: joinDecisions(input.runs),
      figures: { ...figures, ...NOT_IN_ONE_MONEY },
      correlations: {
        ...correlationsOf(days, [...alone, held]),
        belowPeak: correlationsBelowPeak(drawdown, [...alone, held]),
      },
      diversificationRatio: diversificationRatio(
        firstWeights(blend.parts, blend.weights),
        alone,
        buckets.equity,
      ),
      overlap: overlapOf(days, ready.map(holdingsIn)),
      moveCosts: buckets.moveCosts,
      interest: 0,
      ambiguousBars: input.runs.reduce((sum, run) => sum + (run?.ambiguousBars ?? 0), 0),
      reviewed: buckets.reviewed,
    },
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

function readyPart(part: Part, { market, from, to }: ApartInput, run: Run | undefined): Ready {
  if (part.kind === 'strategy') return { part, run, curve: run && curveOfRun(run) };
  if (part.kind === 'cash') return { part, run: undefined, curve: undefined };
  const bars = market.get(part.symbol);
  return { part, run: undefined, curve: bars && curveHeld(bars, from ?? -Infinity, to ?? Infinity) };
}

function problemsOf(ready: readonly Ready[], { market, benchmark }: ApartInput): BlendProblem[] {
  const found: BlendProblem[] = [];
  const needs = (path: string, symbol: string): void => {
    if (!market.get(symbol)?.day.length) found.push({ path, message: `There are no bars of “${symbol}”.` });
  };
  needs('benchmark', benchmark);
  for (const [k, { part, curve }] of ready.entries()) {
    if (part.kind === 'hold') needs(`parts.${k}.hold`, part.symbol);
    if (part.kind === 'cash' && typeof part.rate === 'string') needs(`parts.${k}.cash`, part.rate);
    if (part.kind === 'hold' && curve?.day.length === 0) {
      found.push({ path: `parts.${k}.hold`, message: `“${part.symbol}” has no bars within the dates.` });
    }
  }
  if (found.length > 0) return found;
  const curves = ready.flatMap(({ curve }) => (curve ? [curve] : []));
  if (curves.length === 0) {
    return [{ path: 'parts', message: 'Cash alone has no days: a blend needs a strategy or an instrument.' }];
  }
  const latestStart = Math.max(...curves.map(({ day }) => day[0]!));
  const earliestEnd = Math.min(...curves.map(({ day }) => day[day.length - 1]!));
  if (latestStart > earliestEnd) {
    return [{ path: 'parts', message: 'The parts have no day in common: one ends before another begins.' }];
  }
  return [];
}

/** The unit of its strategies' bars, days where it has none. */
function unitOf({ parts }: ApartBlend) {
  for (const part of parts) if (part.kind === 'strategy') return part.strategy.bars;
  return 'day';
}

interface Mixture {
  readonly days: Int32Array;
  readonly curves: readonly PartCurve[];
  readonly buckets: Buckets;
}

/** The buckets over the sorted union of the parts' days. */
function mixture(ready: readonly Ready[], { blend, market }: ApartInput): Mixture {
  const days = unionOfDays(
    ready.flatMap(({ curve }) => (curve ? [curve.day] : [])),
    -Infinity,
    Infinity,
  );
  const curves = ready.map(({ part, curve }) => {
    if (curve) return onDays(curve, days, part.kind === 'hold');
    const { rate } = part as Extract<Part, { kind: 'cash' }>;
    return curveOfCash(days, ratesOn(typeof rate === 'number' ? rate : barsOf(market, rate), days));
  });
  const buckets = runBuckets(
    days,
    curves.map(({ value }, k): Bucket => {
      const { part } = at(ready, k);
      return { value, share: part.share, isCash: part.kind === 'cash' };
    }),
    blend,
  );
  return { days, curves, buckets };
}

function withoutFigures(rest: readonly Ready[], input: ApartInput, yearly: number) {
  const { days, buckets } = mixture(rest, input);
  return curveFigures(days, buckets.equity, new Float64Array(days.length - 1), yearly);
}

function barsOf(market: Market, symbol: string): Bars {
  const bars = market.get(symbol);
  if (!bars) throw new Error(`no bars of ${symbol}`);
  return bars;
}

/** The blend as an account: what is at work in each bucket, in the bucket's money. */
function marksOf({ days, curves, buckets }: Mixture): Marks {
  const size = days.length;
  const long = new Float64Array(size);
  const short = new Float64Array(size);
  const positions = new Int32Array(size);
  for (const [k, curve] of curves.entries()) {
    const money = at(buckets.money, k);
    for (let t = 0; t < size; t++) {
      long[t]! += curve.long[t]! * money[t]!;
      short[t]! += curve.short[t]! * money[t]!;
      positions[t]! += curve.positions[t]!;
    }
  }
  const { equity } = buckets;
  return { day: days, equity, cash: equity.map((e, t) => e - long[t]! + short[t]!), long, short, positions };
}

function scaled(curve: Float64Array, capital: number): Float64Array {
  const first = at(curve, 0);
  return curve.map((value) => (capital * value) / first);
}

/** The parts' trades in one list, each naming its part. */
function poolTrades(runs: readonly (Run | undefined)[], of: (run: Run) => readonly Trade[]): Trade[] {
  return runs.flatMap((run, part) => (run ? of(run).map((trade) => ({ ...trade, part })) : []));
}

function holdingsIn({ part, run, curve }: Ready): Holding[] {
  if (run) return holdingsOf([...run.trades, ...run.openTrades]);
  if (part.kind !== 'hold' || !curve) return [];
  return [{ symbol: part.symbol, from: at(curve.day, 0), until: at(curve.day, curve.day.length - 1) + 1 }];
}
