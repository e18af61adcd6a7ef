// Everything the day loop reads, resolved from strategies, market and universe (see prepare.ts): one account, and the
// strategies that trade on it.

import type { Bars } from '../bars/bars.ts';
import type { Day } from '../days/day.ts';
import type { Commission, Limits, Rotation, Size, Timing } from '../strategy/strategy.ts';
import type { BarValues, ExitRule } from './bar-values.ts';
import type { Candidates } from './candidates.ts';
import type { SideName } from './reading.ts';

export type StopPlan =
  | { readonly kind: 'percent'; readonly percent: number }
  | { readonly kind: 'atr'; readonly times: number; readonly atr: BarValues }
  | { readonly kind: 'level'; readonly level: BarValues };

export type TargetPlan =
  | { readonly kind: 'percent'; readonly percent: number }
  | { readonly kind: 'atr'; readonly times: number; readonly atr: BarValues }
  | { readonly kind: 'r'; readonly times: number };

export interface SidePlan {
  readonly name: SideName;
  /** 1 long, -1 short */
  readonly sign: 1 | -1;
  readonly candidates: Candidates;
  /** the value to rank by at each candidate, and the order of each day's by it (rank-order.ts); undefined ranks by symbol */
  readonly rank: { readonly values: Float64Array; readonly order: Int32Array } | undefined;
  /** undefined when there is no exit rule */
  readonly exit: ExitRule | undefined;
  readonly rotation: Rotation | undefined;
  readonly initial: StopPlan | undefined;
  readonly trail: StopPlan | undefined;
  readonly target: TargetPlan | undefined;
  readonly trigger: 'touch' | 'close';
  readonly barsLimit: number | undefined;
}

/** One cash, one set of costs and rates, and the bars that all strategies on it trade. */
export interface AccountPlan {
  readonly calendar: Int32Array;
  /** names the calendar among all of one evaluator's, to remember what depends on it */
  readonly calendarKey: string;
  readonly symbols: readonly string[];
  readonly bars: readonly Bars[];
  readonly capital: number;
  /** nothing is decided before this day; all days when left out */
  readonly opens?: Day;
  /** the bars of all instruments count as ended on the last day */
  readonly closeAtEnd: boolean;
  /** every order waits a day more */
  readonly late: boolean;
  readonly leverage: number;
  readonly commission: Commission;
  /** basis points of the price */
  readonly slippage: number;
  /** the same of orders that end a position */
  readonly exitCommission: Commission;
  readonly exitSlippage: number;
  /** percent a year at each tick */
  readonly cashRate: Float64Array;
  readonly marginRate: Float64Array;
  readonly borrowRate: Float64Array;
  /** what excess returns are counted above */
  readonly riskFreeRate: Float64Array;
}

/** What one strategy does on the account. */
export interface StrategyPlan {
  readonly name: string;
  /** the share of the account's equity that its sizes are taken of; 1 is all of it */
  readonly share: number;
  /** long before short; one or two */
  readonly sides: readonly SidePlan[];
  readonly isMember: (instrument: number, day: number) => boolean;
  readonly groupOn: (instrument: number, day: number) => string | undefined;
  readonly size: Size;
  /** the ATR that `volatility` sizes read, and the 20-day average traded value */
  readonly sizeAtr: BarValues | undefined;
  readonly tradedValue: BarValues | undefined;
  readonly limits: Limits;
  /** what `equal-slots` divides by, and how many times its share of the equity it divides */
  readonly slots: number;
  readonly slotLeverage: number;
  readonly enter: Timing;
  readonly exit: Timing;
}

/** What several strategies on one account may do beside each other. */
export interface SharedLimits {
  readonly positions?: number;
  readonly perGroup?: number;
  /** an instrument is held by one strategy at a time */
  readonly onePart: boolean;
  /** where several may hold one, whether on opposite sides too */
  readonly oppose: boolean;
  /** whose entries come first: all of the first strategy's, or one of each in turn */
  readonly turn: 'listed' | 'round';
}

export interface Plan {
  readonly account: AccountPlan;
  readonly strategies: readonly StrategyPlan[];
  /** left out where the account is one strategy's own */
  readonly shared?: SharedLimits;
}

/** A strategy's side by its name. */
export function sideOf({ sides }: StrategyPlan, name: SideName): SidePlan | undefined {
  return sides.find((side) => side.name === name);
}
