// A strategy with every default filled in (strategy-file.md).

import type { BarUnit } from '../bars/unit.ts';

interface Dial {
  readonly value: number;
  readonly from?: number;
  readonly to?: number;
  readonly step?: number;
}

/** percent of the price; multiples of the ATR over `atr` bars; or a value in rule text */
export type Stop =
  | { readonly percent: number }
  | { readonly atr: number; readonly times: number }
  | { readonly level: string };

/** `r`: multiples of the initial risk */
export type Target =
  | { readonly percent: number }
  | { readonly atr: number; readonly times: number }
  | { readonly r: number };

interface Stops {
  readonly initial?: Stop;
  readonly trail?: Stop;
  readonly target?: Target;
  readonly trigger: 'touch' | 'close';
  /** exit when this many bars are held */
  readonly bars?: number;
}

interface Rank {
  /** a value in rule text */
  readonly by: string;
  readonly first: 'highest' | 'lowest';
}

export interface Rotation {
  readonly review: 'day' | 'week-end' | 'month-end' | { readonly every: number };
  readonly hold: number;
  readonly keep: number;
  /** what is not eligible any more is exited at its close, not at the next review */
  readonly leave?: 'at-once';
}

export interface Side {
  readonly enter: string;
  readonly exit: string;
  readonly rank?: Rank;
  readonly rotate?: Rotation;
  readonly stops: Stops;
}

type SizeMethod =
  | { readonly method: 'percent-of-equity'; readonly percent: number }
  | { readonly method: 'equal-slots' }
  | { readonly method: 'cash'; readonly amount: number }
  | { readonly method: 'shares'; readonly count: number }
  | { readonly method: 'risk-cash'; readonly amount: number }
  | { readonly method: 'risk-percent'; readonly percent: number }
  | { readonly method: 'volatility'; readonly percent: number; readonly atr: number };

export type Size = SizeMethod & {
  readonly fractional: boolean;
  readonly unaffordable: 'shrink' | 'skip';
  /** percent of equity */
  readonly maxPercent?: number;
  /** percent of the 20-day average traded value */
  readonly maxOfTradedValue?: number;
  readonly minValue?: number;
  /** an order that the account could pay less than this percent of is refused as a crumb */
  readonly minFilledPercent?: number;
};

export interface Limits {
  readonly positions?: number;
  readonly newPerDay?: number;
  readonly perGroup?: number;
  readonly afterMembership: 'hold' | 'exit';
}

export type Timing = 'next-open' | 'next-close' | 'same-close';

export interface Commission {
  readonly fixed: number;
  readonly perShare: number;
  /** percent of the order's value */
  readonly percent: number;
  readonly min: number;
  /** percent of the order's value */
  readonly maxPercent: number;
}

/** Percent a year: a constant, or an instrument's close. */
export type Rate = number | string;

interface Costs {
  readonly commission: Commission;
  /** basis points of the price */
  readonly slippage: number;
  readonly cashRate: Rate;
  readonly marginRate: Rate;
  readonly borrowRate: Rate;
  /** of orders that end a position; those of all orders when left out */
  readonly exit?: { readonly commission: Commission; readonly slippage: number };
  /** what excess returns are counted above; what cash earns when left out */
  readonly riskFreeRate?: Rate;
}

export interface Strategy {
  readonly name: string;
  readonly notes: string;
  readonly bars: BarUnit;
  readonly dials: Readonly<Record<string, Dial>>;
  /** numbers of the settings that dials stand for: the dial's name by the setting's path, as `limits.positions` */
  readonly dialled?: Readonly<Record<string, string>>;
  readonly long?: Side;
  readonly short?: Side;
  readonly size: Size;
  readonly limits: Limits;
  readonly timing: { readonly enter: Timing; readonly exit: Timing };
  readonly account: { readonly capital: number; readonly leverage: number };
  readonly costs: Costs;
  readonly seed: number;
}
