// What makes a result look better than it was, or worth less than it seems.

import type { Marks, Trade } from '../simulation/records.ts';
import type { Strategy } from '../strategy/strategy.ts';
import { concentrationOf } from './trade-studies.ts';

export type Caution =
  | { readonly kind: 'same-close' | 'no-costs' | 'undated-universe' }
  | { readonly kind: 'few-trades'; readonly trades: number }
  | { readonly kind: 'short-history'; readonly years: number }
  /** the best trade's share of the whole profit */
  | { readonly kind: 'one-trade'; readonly symbol: string; readonly share: number }
  | { readonly kind: 'either-way'; readonly bars: number; readonly trades: number }
  /** all that was made, and the best trade alone made more */
  | { readonly kind: 'best-made-all'; readonly symbol: string }
  /** trades of less than a tenth of the size that was wanted */
  | { readonly kind: 'crumbs'; readonly crumbs: number; readonly trades: number }
  /** shorts that cost nothing to borrow */
  | { readonly kind: 'free-shorts'; readonly shorts: number }
  /** borrowed money that costs nothing; the largest exposure, as a fraction of the account */
  | { readonly kind: 'free-leverage'; readonly exposure: number }
  /** years before the first entry, which count in every figure */
  | { readonly kind: 'idle-start'; readonly years: number }
  | { readonly kind: 'tries'; readonly tries: number }
  /** instruments among those traded whose bars look wrong */
  | { readonly kind: 'doubtful-bars'; readonly instruments: number; readonly traded: number };

export interface CautionInput {
  readonly strategy: Strategy;
  readonly marks: Marks;
  /** closed trades, and those still open */
  readonly trades: readonly Trade[];
  readonly openTrades: readonly Trade[];
  readonly ambiguousBars: number;
  readonly years: number;
  /** whether the universe knows when its members came and went, or has but one */
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
/** An order that was filled for less than this part of what was wanted is a crumb. */
const CRUMB = 0.1;
/** Idle years at the start that are told, and the least part of the whole. */
const IDLE_YEARS = 0.5;
const IDLE_PART = 0.04;

/** The cautions that apply, the gravest first. */
export function cautionsOf(input: CautionInput): Caution[] {
  const { strategy, marks, trades, openTrades, ambiguousBars, years, dated, tries } = input;
  const entered = [...trades, ...openTrades];
  const { timing, costs } = strategy;
  const { fixed, perShare, percent } = costs.commission;
  const found: Caution[] = [];
  if (timing.enter === 'same-close' || timing.exit === 'same-close') found.push({ kind: 'same-close' });
  if (fixed === 0 && perShare === 0 && percent === 0 && costs.slippage === 0 && !costs.exit)
    found.push({ kind: 'no-costs' });
  if (!dated) found.push({ kind: 'undated-universe' });
  const shorts = entered.filter(({ side }) => side === 'short').length;
  if (shorts > 0 && costs.borrowRate === 0) found.push({ kind: 'free-shorts', shorts });
  const exposure = largestLeverage(marks);
  if (exposure > 1 && costs.marginRate === 0) found.push({ kind: 'free-leverage', exposure });
  const { bestShare } = concentrationOf(trades);
  if (bestShare > LARGE_SHARE) {
    const { symbol } = trades.reduce((a, b) => (b.profit > a.profit ? b : a));
    found.push(
      bestShare < 1 ? { kind: 'one-trade', symbol, share: bestShare } : { kind: 'best-made-all', symbol },
    );
  }
  const crumbs = trades.filter(({ shares, wanted }) => shares < CRUMB * wanted).length;
  if (crumbs > 0) found.push({ kind: 'crumbs', crumbs, trades: trades.length });
  const idle = idleYears(marks, entered);
  if (idle >= IDLE_YEARS && idle >= IDLE_PART * years) found.push({ kind: 'idle-start', years: idle });
  if (trades.length < FEW_TRADES) found.push({ kind: 'few-trades', trades: trades.length });
  if (years < SHORT_YEARS) found.push({ kind: 'short-history', years });
  if (ambiguousBars > 0) found.push({ kind: 'either-way', bars: ambiguousBars, trades: trades.length });
  const traded = new Set(trades.map(({ symbol }) => symbol));
  const instruments = [...traded].filter((symbol) => input.doubtful?.has(symbol)).length;
  if (instruments > 0) found.push({ kind: 'doubtful-bars', instruments, traded: traded.size });
  if (tries >= MANY_TRIES) found.push({ kind: 'tries', tries });
  return found;
}

/** The largest exposure at a mark on which money was borrowed; 0 when none ever was. */
function largestLeverage({ cash, short, long, equity }: Marks): number {
  let largest = 0;
  for (let t = 0; t < cash.length; t++) {
    if (cash[t]! - short[t]! >= -1e-9 * equity[t]!) continue;
    largest = Math.max(largest, (long[t]! + short[t]!) / equity[t]!);
  }
  return largest;
}

/** From the first mark to the first entry; 0 where there is none. */
function idleYears({ day }: Marks, entered: readonly Trade[]): number {
  const first = entered.reduce((least, { entryDay }) => Math.min(least, entryDay), Infinity);
  return first === Infinity ? 0 : (first - day[0]!) / 365.25;
}
