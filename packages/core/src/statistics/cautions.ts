// What makes a result look better than it was, or worth less than it seems.

import type { Day } from '../days/day.ts';
import type { Run } from '../run.ts';
import type { Marks, Trade } from '../simulation/records.ts';
import type { Strategy } from '../strategy/strategy.ts';
import { concentrationOf } from './trade-studies.ts';

export type Caution =
  | { readonly kind: 'same-close' | 'no-costs' | 'undated-universe' }
  /** the account could buy nothing from this day on */
  | { readonly kind: 'stalled'; readonly from: Day; readonly refused: number }
  /** all slots filled are this part of the account, as a fraction */
  | {
      readonly kind: 'idle-money';
      readonly slots: number;
      readonly instruments: number;
      readonly invested: number;
    }
  /** of the account, a year, as a fraction */
  | { readonly kind: 'dear'; readonly yearly: number }
  | { readonly kind: 'near-ruin'; readonly fall: number }
  /** candidates that found no slot, where nothing says which come first */
  | { readonly kind: 'no-rank'; readonly refused: number }
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
  /** what became of its candidates, what it paid, and how it fell; left out of a part of a blend */
  readonly run?: Pick<Run, 'outcomes' | 'costs' | 'figures' | 'stalled'>;
  /** how many instruments it may trade; left out while that is not known */
  readonly instruments?: number | undefined;
  /** symbols whose bars look wrong; left out while they are not known */
  readonly doubtful?: ReadonlySet<string>;
}

const FEW_TRADES = 100;
/** Costs a year, and a fall, as fractions of the account. */
const DEAR = 0.2;
const NEAR_RUIN = -0.95;
/** The most of the account that is at work where the rest is idle by its settings. */
const IDLE_MONEY = 0.9;
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
  const found: Caution[] = [...ofTheRun(input)];
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
  if (trades.length > 0 && trades.length < FEW_TRADES)
    found.push({ kind: 'few-trades', trades: trades.length });
  if (years < SHORT_YEARS) found.push({ kind: 'short-history', years });
  if (ambiguousBars > 0) found.push({ kind: 'either-way', bars: ambiguousBars, trades: trades.length });
  const traded = new Set(trades.map(({ symbol }) => symbol));
  const instruments = [...traded].filter((symbol) => input.doubtful?.has(symbol)).length;
  if (instruments > 0) found.push({ kind: 'doubtful-bars', instruments, traded: traded.size });
  if (tries >= MANY_TRIES) found.push({ kind: 'tries', tries });
  return found;
}

/** What the run itself shows: money that ran out or lies idle, what it cost, how far it fell. */
function* ofTheRun({ strategy, run, instruments }: CautionInput): Generator<Caution> {
  if (run?.stalled) yield { kind: 'stalled', ...run.stalled };
  if (run && run.figures.maxDrawdown < NEAR_RUIN) yield { kind: 'near-ruin', fall: run.figures.maxDrawdown };
  if (run && run.costs.yearly > DEAR) yield { kind: 'dear', yearly: run.costs.yearly };
  const { size, limits, long, short } = strategy;
  const slots = limits.positions;
  if (instruments !== undefined && slots !== undefined && slots > instruments) {
    const one =
      size.method === 'equal-slots'
        ? 1 / slots
        : size.method === 'percent-of-equity'
          ? size.percent / 100
          : 1;
    const invested = instruments * one;
    if (invested < IDLE_MONEY) yield { kind: 'idle-money', slots, instruments, invested };
  }
  const refused = run?.outcomes['no-slot'] ?? 0;
  if (refused > 0 && !long?.rank && !short?.rank) yield { kind: 'no-rank', refused };
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
