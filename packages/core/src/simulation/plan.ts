// Everything the day loop reads, resolved from strategy, market and universe (see prepare.ts).

import type { Bars } from '../bars/bars.ts';
import type { Commission, Limits, Rotation, Size, Timing } from '../strategy/strategy.ts';
import type { BarValues, LeaveRule } from './bar-values.ts';
import type { Candidates } from './candidates.ts';

export type StopPlan =
  | { readonly kind: 'percent'; readonly percent: number }
  | { readonly kind: 'atr'; readonly times: number; readonly atr: BarValues }
  | { readonly kind: 'level'; readonly level: BarValues };

export type TargetPlan =
  | { readonly kind: 'percent'; readonly percent: number }
  | { readonly kind: 'atr'; readonly times: number; readonly atr: BarValues }
  | { readonly kind: 'r'; readonly times: number };

export interface SidePlan {
  readonly sign: 1 | -1;
  readonly candidates: Candidates;
  /** the value to rank by at each candidate, and whether the highest comes first; undefined ranks by symbol */
  readonly rank: { readonly values: Float64Array; readonly highestFirst: boolean } | undefined;
  /** undefined when there is no leave rule */
  readonly leave: LeaveRule | undefined;
  readonly rotation: Rotation | undefined;
  readonly initial: StopPlan | undefined;
  readonly trail: StopPlan | undefined;
  readonly target: TargetPlan | undefined;
  readonly trigger: 'touch' | 'close';
  readonly barsLimit: number | undefined;
}

export interface Plan {
  readonly calendar: Int32Array;
  /** names the calendar among all of one evaluator's, to remember what depends on it */
  readonly calendarKey: string;
  readonly symbols: readonly string[];
  readonly bars: readonly Bars[];
  readonly long: SidePlan | undefined;
  readonly short: SidePlan | undefined;
  readonly isMember: (instrument: number, day: number) => boolean;
  readonly groupOn: (instrument: number, day: number) => string | undefined;
  readonly size: Size;
  /** the ATR that `volatility` sizes read, and the 20-day average traded value */
  readonly sizeAtr: BarValues | undefined;
  readonly tradedValue: BarValues | undefined;
  readonly limits: Limits;
  /** slots that `equal-slots` divides by */
  readonly slots: number;
  readonly enter: Timing;
  readonly leave: Timing;
  readonly capital: number;
  readonly leverage: number;
  readonly commission: Commission;
  readonly slippage: number;
  /** percent a year at each tick */
  readonly cashRate: Float64Array;
  readonly marginRate: Float64Array;
  readonly borrowRate: Float64Array;
}
