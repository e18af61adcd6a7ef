// A blend's parts made ready to be mixed: all that no share, review or cost of moving changes (docs/blends.md, Apart).

import type { Bars, Market } from '../bars/bars.ts';
import { type BarUnit, barsPerYear } from '../bars/unit.ts';
import { unionOfDays } from '../days/calendar.ts';
import { type Periods, periodsOf } from '../days/periods.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import { ratesOn } from '../simulation/rates.ts';
import {
  countOutcomes,
  type Decisions,
  type NextOrder,
  type Outcome,
  type StandingOrder,
  type Trade,
} from '../simulation/records.ts';
import { byExit } from '../simulation/trade-record.ts';
import { buyAndHold } from '../statistics/benchmark.ts';
import { type CurveFigures, curveFigures } from '../statistics/curve-figures.ts';
import { drawdownsOf } from '../statistics/drawdown.ts';
import { type TradeFigures, tradeFigures } from '../statistics/trade-figures.ts';
import type { Part } from './blend.ts';
import {
  type Correlations,
  correlationsOf,
  deviationsOf,
  type Holding,
  holdingsOf,
  overlapOf,
} from './compare-parts.ts';
import { joinDecisions } from './join-decisions.ts';
import { curveHeld, curveOfCash, curveOfRun, onDays, type PartCurve } from './part-curve.ts';

export interface PartsInput {
  readonly parts: readonly Part[];
  readonly market: Market;
  readonly benchmark: string;
  readonly from?: number;
  readonly to?: number;
  /** each part's own run over the same days; undefined for what is no strategy */
  readonly runs: readonly (Run | undefined)[];
}

/** Parts on their common days, each curve with one value a day. */
export interface Aligned {
  readonly days: Int32Array;
  readonly curves: readonly PartCurve[];
  /** the places of the parts in the blend */
  readonly places: readonly number[];
}

export interface ReadyParts extends Aligned {
  readonly parts: readonly Part[];
  readonly months: Periods;
  readonly years: Periods;
  readonly barsPerYear: number;
  /** from 1 */
  readonly benchmark: Float64Array;
  /** the others on their own days, for each part left out; undefined where they would have none */
  readonly rests: readonly (Aligned | undefined)[];
  readonly trades: readonly Trade[];
  readonly openTrades: readonly Trade[];
  readonly tradeFigures: TradeFigures;
  readonly decisions: Decisions;
  /** by part: how often each outcome stands in its log */
  readonly outcomes: readonly Record<Outcome, number>[];
  /** of the parts' own runs, sized to their own accounts */
  readonly nextOrders: readonly NextOrder[];
  readonly standing: readonly StandingOrder[];
  readonly missing: readonly string[];
  readonly ambiguousBars: number;
  readonly correlations: Correlations;
  /** each part by itself, from a capital of 1 */
  readonly alone: readonly PartAlone[];
  /** the sample deviations of the parts' returns */
  readonly deviations: readonly number[];
  readonly overlap: number;
}

interface BlendProblem {
  readonly path: string;
  readonly message: string;
}

export type PartsOutcome =
  | { readonly ok: true; readonly ready: ReadyParts }
  | { readonly ok: false; readonly problems: readonly BlendProblem[] };

/** A part and the days it has of its own. */
interface Own {
  readonly part: Part;
  readonly place: number;
  readonly run: Run | undefined;
  /** undefined for cash, whose days are the blend's */
  readonly curve: PartCurve | undefined;
}

/** All problems are told at once, each with its part. */
export function readyParts(input: PartsInput): PartsOutcome {
  const { parts, market, runs } = input;
  const own = parts.map((part, place) => ownOf(part, place, input));
  const problems = problemsOf(own, input);
  if (problems.length > 0) return { ok: false, problems };
  const aligned = align(own, market);
  const { days, curves } = aligned;
  const benchmark = buyAndHold(barsOf(market, input.benchmark), days, 1);
  const trades = pooled(runs, (run) => run.trades).sort((a, b) => byExit(a, b) || a.part - b.part);
  const decisions = joinDecisions(runs);
  const yearly = barsPerYear(unitOf(parts));
  const alone = curves.map(({ value }) => aloneOf(days, value, yearly));
  return {
    ok: true,
    ready: {
      ...aligned,
      parts,
      months: periodsOf(days, 'month'),
      years: periodsOf(days, 'year'),
      barsPerYear: yearly,
      benchmark,
      rests: own.map((_part, k) => {
        const rest = own.filter((_other, n) => n !== k);
        return rest.some(({ curve }) => curve) ? align(rest, market) : undefined;
      }),
      trades,
      openTrades: pooled(runs, (run) => run.openTrades),
      tradeFigures: tradeFigures(trades),
      decisions,
      outcomes: parts.map((_part, k) => countOutcomes(decisions, k)),
      nextOrders: pooled(runs, (run) => run.nextOrders),
      standing: pooled(runs, (run) => run.standing),
      missing: [...new Set(runs.flatMap((run) => run?.missing ?? []))].sort(),
      ambiguousBars: runs.reduce((sum, run) => sum + (run?.ambiguousBars ?? 0), 0),
      correlations: correlationsOf(days, [...curves.map(({ value }) => value), benchmark]),
      alone,
      deviations: deviationsOf(curves.map(({ value }) => value)),
      overlap: overlapOf(days, own.map(holdingsIn)),
    },
  };
}

function ownOf(part: Part, place: number, { market, from, to, runs }: PartsInput): Own {
  const run = runs[place];
  if (part.kind === 'strategy') return { part, place, run, curve: run && curveOfRun(run) };
  if (part.kind === 'cash') return { part, place, run: undefined, curve: undefined };
  const bars = market.get(part.symbol);
  const curve = bars && curveHeld(bars, from ?? -Infinity, to ?? Infinity);
  return { part, place, run: undefined, curve };
}

function problemsOf(own: readonly Own[], { market, benchmark }: PartsInput): BlendProblem[] {
  const found: BlendProblem[] = [];
  const needs = (path: string, symbol: string): boolean => {
    if (market.get(symbol)?.day.length) return true;
    found.push({ path, message: `There are no bars of “${symbol}”.` });
    return false;
  };
  needs('benchmark', benchmark);
  for (const { part, place, curve } of own) {
    if (part.kind === 'cash' && typeof part.rate === 'string') needs(`parts.${place}.cash`, part.rate);
    if (part.kind !== 'hold' || !needs(`parts.${place}.hold`, part.symbol)) continue;
    if (curve?.day.length === 0) {
      const message = `“${part.symbol}” has no bars within the dates.`;
      found.push({ path: `parts.${place}.hold`, message });
    }
  }
  if (found.length > 0) return found;
  const curves = own.flatMap(({ curve }) => (curve ? [curve] : []));
  if (curves.length === 0) {
    return [{ path: 'parts', message: 'Cash alone has no days: a blend needs a strategy or an instrument.' }];
  }
  const latestStart = Math.max(...curves.map(({ day }) => at(day, 0)));
  const earliestEnd = Math.min(...curves.map(({ day }) => at(day, day.length - 1)));
  if (latestStart <= earliestEnd) return [];
  return [{ path: 'parts', message: 'The parts have no day in common: one ends before another begins.' }];
}

interface PartAlone {
  readonly curve: Float64Array;
  readonly drawdown: Float64Array;
  readonly figures: CurveFigures;
}

function aloneOf(days: Int32Array, value: Float64Array, yearly: number): PartAlone {
  const first = at(value, 0);
  const curve = value.map((x) => x / first);
  const noRate = new Float64Array(Math.max(0, days.length - 1));
  return { curve, drawdown: drawdownsOf(curve), figures: curveFigures(days, curve, noRate, yearly) };
}

/** The unit of the strategies' bars, days where there is none. */
function unitOf(parts: readonly Part[]): BarUnit {
  for (const part of parts) if (part.kind === 'strategy') return part.strategy.bars;
  return 'day';
}

/** The parts on the sorted union of their days. */
function align(own: readonly Own[], market: Market): Aligned {
  const days = unionOfDays(
    own.flatMap(({ curve }) => (curve ? [curve.day] : [])),
    -Infinity,
    Infinity,
  );
  const curves = own.map(({ part, curve }) => {
    if (curve) return onDays(curve, days, part.kind === 'hold');
    const { rate } = part as Extract<Part, { kind: 'cash' }>;
    return curveOfCash(days, ratesOn(typeof rate === 'number' ? rate : barsOf(market, rate), days));
  });
  return { days, curves, places: own.map(({ place }) => place) };
}

function barsOf(market: Market, symbol: string): Bars {
  const bars = market.get(symbol);
  if (!bars) throw new Error(`no bars of ${symbol}`);
  return bars;
}

/** The parts' trades or orders in one list, each naming its part. */
function pooled<T>(runs: readonly (Run | undefined)[], of: (run: Run) => readonly T[]): T[] {
  return runs.flatMap((run, part) => (run ? of(run).map((each) => ({ ...each, part })) : []));
}

function holdingsIn({ part, run, curve }: Own): Holding[] {
  if (run) return holdingsOf([...run.trades, ...run.openTrades]);
  if (part.kind !== 'hold' || !curve) return [];
  return [{ symbol: part.symbol, from: at(curve.day, 0), until: at(curve.day, curve.day.length - 1) + 1 }];
}
