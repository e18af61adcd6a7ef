// A finished run, and all that can be asked of it.

import type { Day } from '../days/day.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import type { Trade } from '../simulation/records.ts';
import { buyAndHold, equalWeight } from '../statistics/benchmark.ts';
import { cashCurve, scaledToVolatility } from '../statistics/scale.ts';
import { type DayBook, dayBook } from './day-book.ts';
import type { Examined } from './examined.ts';
import { type TradeStory, tradeStory } from './trade-story.ts';
import { type WhyDay, whyOn } from './why-day.ts';
import { type WhySpan, whyBetween } from './why-span.ts';

/** A curve that a run may be held against besides its benchmark. */
export type Comparison =
  | { readonly kind: 'held'; readonly symbol: string }
  | { readonly kind: 'universe' }
  | { readonly kind: 'cash' }
  /** the strategy itself, made as volatile as its benchmark */
  | { readonly kind: 'scaled' };

export interface ComparisonCurve {
  readonly comparison: Comparison;
  /** over the run's days, from its capital */
  readonly equity: Float64Array;
  /** how many times the strategy's own moves, where it is scaled */
  readonly times?: number;
}

export interface Inspection {
  readonly run: Run;
  /** Why an instrument was entered on a day, or why not. */
  why(symbol: string, day: Day): WhyDay;
  /** The same for each of its bars in a span. */
  whyBetween(symbol: string, from: Day, to: Day): WhySpan;
  /** What happened on a day. */
  day(day: Day): DayBook;
  /** One of the run's trades from decision to end; undefined when it is none of them. */
  story(trade: Pick<Trade, 'symbol' | 'side' | 'entryDay'>): TradeStory | undefined;
  /** undefined for an instrument without bars */
  comparisonWith(what: Comparison): ComparisonCurve | undefined;
}

/** All that can be asked of a run. */
export function inspect(examined: Examined): Inspection {
  const { evaluator, account, part, run } = examined;
  const { panel } = evaluator;
  return {
    run,
    why: (symbol, day) => whyOn(examined, symbol, day),
    whyBetween: (symbol, from, to) => whyBetween(examined, symbol, from, to),
    day: (day) => dayBook(examined, day),
    story({ symbol, side, entryDay }) {
      const trade = [...run.trades, ...run.openTrades].find(
        (one) => one.part === part && one.symbol === symbol && one.side === side && one.entryDay === entryDay,
      );
      return trade && tradeStory(examined, trade);
    },
    comparisonWith(what) {
      const { calendar, capital } = account;
      switch (what.kind) {
        case 'held': {
          const k = panel.number(what.symbol);
          return k < 0
            ? undefined
            : { comparison: what, equity: buyAndHold(at(panel.bars, k), calendar, capital) };
        }
        case 'universe':
          return { comparison: what, equity: equalWeight(panel, calendar, capital) };
        case 'cash':
          return { comparison: what, equity: cashCurve(run.riskFree, capital) };
        case 'scaled': {
          const { times, curve } = scaledToVolatility(run.marks.equity, run.benchmark, run.riskFree);
          return { comparison: what, equity: curve, times };
        }
      }
    },
  };
}
