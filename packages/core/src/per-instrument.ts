// A strategy on one instrument by itself, with the whole account, beside holding that instrument.

import type { Market } from './bars/bars.ts';
import { barsPerYear } from './bars/unit.ts';
import { createEngine } from './engine.ts';
import type { Universe } from './evaluation/panel.ts';
import { at } from './numeric/at.ts';
import type { RunRequest } from './simulation/request.ts';
import { buyAndHold } from './statistics/benchmark.ts';
import { type CurveFigures, curveFigures } from './statistics/curve-figures.ts';
import { ratio } from './statistics/moments.ts';
import { reduceCurves } from './statistics/reduce.ts';
import type { TradeFigures } from './statistics/trade-figures.ts';
import type { Side, Strategy } from './strategy/strategy.ts';

export interface PerInstrument {
  readonly symbol: string;
  readonly strategy: CurveFigures & TradeFigures & { readonly exposure: number };
  readonly held: CurveFigures;
  /** growth a year by the rules less that of holding */
  readonly more: number;
  /** whether the rules grew the account by more than holding did */
  readonly beats: boolean;
  /** both curves at about as many points as a small chart has */
  readonly curve: { readonly equity: Float64Array; readonly held: Float64Array };
}

const BUCKETS = 40;

/** Undefined when the strategy has problems here, such as too few bars. */
export function runPerInstrument(
  market: Market,
  universe: Universe,
  symbol: string,
  request: RunRequest,
): PerInstrument | undefined {
  const bars = market.get(symbol);
  if (!bars || bars.day.length < 2) return undefined;
  const { from = -Infinity, to = Infinity, strategy, benchmark } = request;
  const outcome = createEngine(
    market,
    universe.filter((row) => row.symbol === symbol),
  ).run({
    strategy: withWholeAccount(strategy),
    benchmark,
    from: Math.max(from, at(bars.day, 0)),
    to: Math.min(to, at(bars.day, bars.day.length - 1)),
  });
  if (outcome.kind !== 'done') return undefined;
  const { marks, figures } = outcome.run;
  const held = buyAndHold(bars, marks.day, strategy.account.capital);
  const heldFigures = curveFigures(
    marks.day,
    held,
    new Float64Array(marks.day.length - 1),
    barsPerYear(strategy.bars),
  );
  const places = reduceCurves([marks.equity, held], 0, marks.day.length - 1, BUCKETS);
  return {
    symbol,
    strategy: figures,
    held: heldFigures,
    more: figures.cagr - heldFigures.cagr,
    beats: figures.endEquity > heldFigures.endEquity,
    curve: {
      equity: Float64Array.from(places, (t) => at(marks.equity, t)),
      held: Float64Array.from(places, (t) => at(held, t)),
    },
  };
}

/** The share of instruments on which the rules beat holding; NaN of none. */
export function shareBeating(perInstruments: readonly PerInstrument[]): number {
  return ratio(perInstruments.filter(({ beats }) => beats).length, perInstruments.length);
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
