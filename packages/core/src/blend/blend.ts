// A blend with every default filled in (docs/blends.md): several strategies as one account, or as buckets side by side.

import type { SharedLimits } from '../simulation/plan.ts';
import type { Rate, Strategy } from '../strategy/strategy.ts';

/** A strategy with the market it trades; `universe` and `benchmark` are names that the reader of the file resolves. */
export interface StrategyPart {
  readonly kind: 'strategy';
  readonly name: string;
  /** percent */
  readonly share: number;
  readonly strategy: Strategy;
  readonly universe: string;
  /** the blend's where it is left out */
  readonly benchmark?: string;
}

/** An instrument bought and held. */
interface HoldPart {
  readonly kind: 'hold';
  readonly name: string;
  readonly share: number;
  readonly symbol: string;
}

/** Cash at a rate in percent a year: a constant, or an instrument's close. */
interface CashPart {
  readonly kind: 'cash';
  readonly name: string;
  readonly share: number;
  readonly rate: Rate;
}

export type Part = StrategyPart | HoldPart | CashPart;

/** Where shares come from at a review: as given, all the same, or by the inverse of the deviation of the last returns. */
export type Weights = 'shares' | 'equal' | { readonly inverseVolatility: number };

/** When buckets are brought back to their weights; `drift` is in percentage points of the blend. */
export type Review = 'never' | 'month-end' | 'quarter-end' | 'year-end' | { readonly drift: number };

interface Named {
  readonly name: string;
  readonly notes: string;
}

/** Separate buckets: each part runs by itself, and a bucket is scaled by its curve. */
export interface ApartBlend extends Named {
  readonly form: 'apart';
  readonly parts: readonly Part[];
  readonly weights: Weights;
  readonly review: Review;
  /** basis points of the money moved at a review */
  readonly moveCost: number;
  readonly capital: number;
}

/** One account: all parts trade on the same cash. */
export interface TogetherBlend extends Named {
  readonly form: 'together';
  readonly parts: readonly StrategyPart[];
  readonly limits: SharedLimits;
  readonly account: Strategy['account'];
  readonly costs: Strategy['costs'];
}

export type Blend = ApartBlend | TogetherBlend;
