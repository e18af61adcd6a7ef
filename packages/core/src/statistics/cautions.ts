// What makes a result look better than it was, or worth less than it seems.

import type { Trade } from '../simulation/records.ts';
import type { Strategy } from '../strategy/strategy.ts';
import { concentrationOf } from './trade-studies.ts';

export type Caution =
  | { readonly kind: 'same-close' | 'no-costs' | 'undated-universe' }
  | { readonly kind: 'few-trades'; readonly trades: number }
  | { readonly kind: 'short-history'; readonly years: number }
  /** the best trade's share of the whole profit */
  | { readonly kind: 'one-trade'; readonly symbol: string; readonly share: number }
  | { readonly kind: 'either-way'; readonly bars: number; readonly trades: number }
  | { readonly kind: 'tries'; readonly tries: number }
  /** instruments among those traded whose bars look wrong */
  | { readonly kind: 'doubtful-bars'; readonly instruments: number; readonly traded: number };

export interface CautionInput {
  readonly strategy: Strategy;
  /** closed trades */
  readonly trades: readonly Trade[];
  readonly eitherWayBars: number;
  readonly years: number;
  /** whether the universe knows when its members came and went */
  readonly dated: boolean;
  /** variants looked at before this one was settled on */
  readonly tries: number;
  /** symbols whose bars look wrong; left out while they are not known */
  readonly doubtful?: ReadonlySet<string>;
}

const FEW_TRADES = 100;
const SHORT_YEARS = 8;
const LARGE_SHARE = 1 / 3;
const MANY_TRIES = 10;

/** The cautions that apply, the gravest first. */
export function cautionsOf(input: CautionInput): Caution[] {
  const { strategy, trades, eitherWayBars, years, dated, tries } = input;
  const { timing, costs } = strategy;
  const { fixed, perShare, percent } = costs.commission;
  const found: Caution[] = [];
  if (timing.enter === 'same-close' || timing.leave === 'same-close') found.push({ kind: 'same-close' });
  if (fixed === 0 && perShare === 0 && percent === 0 && costs.slippage === 0)
    found.push({ kind: 'no-costs' });
  if (!dated) found.push({ kind: 'undated-universe' });
  const { bestShare } = concentrationOf(trades);
  if (bestShare > LARGE_SHARE) {
    const best = trades.reduce((a, b) => (b.profit > a.profit ? b : a));
    found.push({ kind: 'one-trade', symbol: best.symbol, share: bestShare });
  }
  if (trades.length < FEW_TRADES) found.push({ kind: 'few-trades', trades: trades.length });
  if (years < SHORT_YEARS) found.push({ kind: 'short-history', years });
  if (eitherWayBars > 0) found.push({ kind: 'either-way', bars: eitherWayBars, trades: trades.length });
  const traded = new Set(trades.map(({ symbol }) => symbol));
  const instruments = [...traded].filter((symbol) => input.doubtful?.has(symbol)).length;
  if (instruments > 0) found.push({ kind: 'doubtful-bars', instruments, traded: traded.size });
  if (tries >= MANY_TRIES) found.push({ kind: 'tries', tries });
  return found;
}
