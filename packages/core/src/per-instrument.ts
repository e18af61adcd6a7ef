// A strategy on one instrument by itself, beside holding that instrument.

import type { Bars, Market } from './bars/bars.ts';
import { barsPerYear } from './bars/unit.ts';
import { createEngine, type Engine } from './engine.ts';
import type { Universe } from './evaluation/panel.ts';
import { at } from './numeric/at.ts';
import type { RunRequest } from './simulation/request.ts';
import { buyAndHold } from './statistics/benchmark.ts';
import { type CurveFigures, curveFigures } from './statistics/curve-figures.ts';
import { medianOf } from './statistics/distribution.ts';
import { ratio } from './statistics/moments.ts';
import { reduceCurves } from './statistics/reduce.ts';
import type { TradeFigures } from './statistics/trade-figures.ts';
import type { Side, Strategy } from './strategy/strategy.ts';

/** How large its one position is: all of the account, or as the strategy sizes it. */
export type AloneSize = 'whole' | 'as-written';

/** One member of a universe by itself. */
export interface Alone {
  readonly symbol: string;
  readonly size: AloneSize;
}

export interface PerInstrument {
  readonly symbol: string;
  readonly strategy: CurveFigures & TradeFigures & { readonly exposure: number };
  readonly held: CurveFigures;
  /** money made by the rules, and by holding with the same capital */
  readonly profit: number;
  readonly heldProfit: number;
  /** its own bars within the run on which it was a member of the universe */
  readonly eligible: number;
  /** growth a year by the rules less that of holding */
  readonly more: number;
  /** whether the rules grew the account by more than holding did */
  readonly beats: boolean;
  /** both curves, as multiples of the capital, at about as many points as a chart of many needs */
  readonly curve: { readonly day: Int32Array; readonly equity: Float64Array; readonly held: Float64Array };
}

/** Why there is none. */
export interface NotAlone {
  readonly symbol: string;
  readonly why: string;
}

const BUCKETS = 60;

/**
 * The engine and the request of one member by itself, over the days of its own bars.
 * @returns why not, where it has too few bars
 */
export function aloneOf(
  market: Market,
  universe: Universe,
  { symbol, size }: Alone,
  request: RunRequest,
): { readonly engine: Engine; readonly request: RunRequest } | NotAlone {
  const bars = market.get(symbol);
  if (!bars || bars.day.length < 2) {
    return { symbol, why: bars ? 'It has one bar; a run needs two.' : 'The market has no bars of it.' };
  }
  const { from = -Infinity, to = Infinity, strategy } = request;
  const first = at(bars.day, 0);
  const last = at(bars.day, bars.day.length - 1);
  return {
    engine: createEngine(
      market,
      universe.filter((row) => row.symbol === symbol),
    ),
    request: {
      ...request,
      strategy: size === 'whole' ? withWholeAccount(strategy) : strategy,
      from: Math.max(from, first),
      to: Math.min(to, last),
    },
  };
}

/** The strategy on one member by itself, or why there is no such run. */
export function runPerInstrument(
  market: Market,
  universe: Universe,
  alone: Alone,
  asked: RunRequest,
): PerInstrument | NotAlone {
  const { symbol } = alone;
  const its = aloneOf(market, universe, alone, asked);
  if (!('engine' in its)) return its;
  const { engine, request } = its;
  const outcome = engine.run(request);
  if (outcome.kind === 'stopped') return { symbol, why: 'It was called off.' };
  if (outcome.kind === 'problems') {
    return { symbol, why: outcome.problems.map(({ message }) => message).join(' ') };
  }
  const { marks, figures } = outcome.run;
  const { capital } = request.strategy.account;
  const bars = market.get(symbol)!;
  const held = buyAndHold(bars, marks.day, capital);
  const heldFigures = curveFigures(
    marks.day,
    held,
    new Float64Array(marks.day.length - 1),
    barsPerYear(request.strategy.bars),
  );
  const places = reduceCurves([marks.equity, held], 0, marks.day.length - 1, BUCKETS);
  return {
    symbol,
    strategy: figures,
    held: heldFigures,
    profit: figures.endEquity - capital,
    heldProfit: heldFigures.endEquity - capital,
    eligible: eligibleBars(bars, universe, symbol, request),
    more: figures.cagr - heldFigures.cagr,
    beats: figures.endEquity > heldFigures.endEquity,
    curve: {
      day: Int32Array.from(places, (t) => at(marks.day, t)),
      equity: Float64Array.from(places, (t) => at(marks.equity, t) / capital),
      held: Float64Array.from(places, (t) => at(held, t) / capital),
    },
  };
}

/** Its bars of the request's days within any spell of its membership. */
function eligibleBars(
  bars: Bars,
  universe: Universe,
  symbol: string,
  { from: first = -Infinity, to: last = Infinity }: RunRequest,
): number {
  const spells = universe.filter((row) => row.symbol === symbol);
  let count = 0;
  for (const day of bars.day) {
    if (day < first || day > last) continue;
    if (spells.some(({ from = -Infinity, to = Infinity }) => day >= from && day <= to)) count++;
  }
  return count;
}

/** The share of instruments on which the rules beat holding; NaN of none. */
export function shareBeating(perInstruments: readonly PerInstrument[]): number {
  return ratio(perInstruments.filter(({ beats }) => beats).length, perInstruments.length);
}

/** All of them together: money added up, the middle instrument by each figure (NaN of none). */
export interface AloneTogether {
  readonly instruments: number;
  /** on how many of them the rules grew the account by more than holding did, and their share */
  readonly beating: number;
  readonly share: number;
  readonly trades: number;
  readonly profit: number;
  readonly heldProfit: number;
  readonly median: AloneMedians;
  readonly heldMedian: AloneMedians;
}
type AloneMedians = Pick<CurveFigures, 'cagr' | 'maxDrawdown' | 'sharpe'>;

export function aloneTogether(rows: readonly PerInstrument[]): AloneTogether {
  const sum = (of: (row: PerInstrument) => number): number => rows.reduce((all, row) => all + of(row), 0);
  const medians = (of: (row: PerInstrument) => CurveFigures): AloneMedians => ({
    cagr: medianOf(rows.map((row) => of(row).cagr)),
    maxDrawdown: medianOf(rows.map((row) => of(row).maxDrawdown)),
    sharpe: medianOf(rows.map((row) => of(row).sharpe)),
  });
  return {
    instruments: rows.length,
    beating: rows.filter(({ beats }) => beats).length,
    share: shareBeating(rows),
    trades: sum(({ strategy }) => strategy.trades),
    profit: sum(({ profit }) => profit),
    heldProfit: sum(({ heldProfit }) => heldProfit),
    median: medians(({ strategy }) => strategy),
    heldMedian: medians(({ held }) => held),
  };
}

/** One slot that takes all of the equity; everything else as it was. */
function withWholeAccount(strategy: Strategy): Strategy {
  const perInstrument = (side: Side): Side =>
    side.rotate ? { ...side, rotate: { ...side.rotate, hold: 1, keep: 1 } } : side;
  const { long, short, size, limits } = strategy;
  return {
    ...strategy,
    ...(long && { long: perInstrument(long) }),
    ...(short && { short: perInstrument(short) }),
    size: {
      method: 'percent-of-equity',
      percent: 100,
      fractional: size.fractional,
      unaffordable: 'shrink',
    },
    limits: { positions: 1, afterMembership: limits.afterMembership },
  };
}
