// What a finished run is.

import type {
  Decisions,
  Ledger,
  Marks,
  NextOrder,
  Outcome,
  StandingOrder,
  Trade,
} from './simulation/records.ts';
import type { Stalled } from './simulation/stalled.ts';
import type { Figures } from './statistics/figures.ts';
import type { SidesApart } from './statistics/sides-apart.ts';
import type { SpanFigures } from './statistics/span-figures.ts';
import type { CostFigures } from './statistics/trade-studies.ts';

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
  /** the names of its strategies, in the order that `part` counts */
  readonly parts: readonly string[];
  /** closed trades, by exit day, symbol and entry day */
  readonly trades: readonly Trade[];
  readonly openTrades: readonly Trade[];
  readonly decisions: Decisions;
  readonly ledger: Ledger;
  readonly nextOrders: readonly NextOrder[];
  readonly standing: readonly StandingOrder[];
  readonly figures: Figures;
  readonly ambiguousBars: number;
  /** how often each outcome stands in the decision log */
  readonly outcomes: Readonly<Record<Outcome, number>>;
  readonly costs: CostFigures;
  /** since when it could buy nothing any more; left out where it could to the end */
  readonly stalled?: Stalled;
  /** the figures before the split and from it on; only where the request splits the run */
  readonly halves?: readonly [inSample: SpanFigures, outOfSample: SpanFigures];
  /** the longs and the shorts each by itself; only of a strategy that trades both */
  readonly sides?: SidesApart;
  /** universe symbols without bars, which the run left out */
  readonly missing: readonly string[];
}
