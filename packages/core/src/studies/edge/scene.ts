// The bars that an edge looks at, and what an outcome is (studies.md 3).

import type { Market } from '../../bars/bars.ts';
import { countUntil, unionOfDays } from '../../days/calendar.ts';
import type { Panel } from '../../evaluation/panel.ts';
import type { OutcomesAsked } from './asked.ts';

/** One instrument as it is looked at. */
export interface Actor {
  /** its number in the panel */
  readonly instrument: number;
  readonly symbol: string;
  /** what an event on a bar is entered at; NaN where there is no entry */
  readonly price: Float64Array;
  readonly close: Float64Array;
  /** bars that are looked at: none is after the last day */
  readonly count: number;
  /** its bars end before the market does: its last close stands in for later ones */
  readonly hasEnded: boolean;
  /** the bars on which it is a member within the span, rising */
  readonly members: Int32Array;
  /** the place of each of its bars among the days of the scene */
  readonly place: Int32Array;
}

export interface Scene {
  /** all days on which a member may have a bar */
  readonly days: Int32Array;
  readonly actors: readonly Actor[];
}

export function sceneOf(
  market: Market,
  panel: Panel,
  { from = -Infinity, to = Infinity, entry }: OutcomesAsked,
): Scene {
  let marketEnd = -Infinity;
  for (const { day } of market.values()) {
    const count = countUntil(day, to);
    if (count > 0) marketEnd = Math.max(marketEnd, day[count - 1]!);
  }
  const numbers = Array.from({ length: panel.universeSize }, (_x, k) => k);
  const days = unionOfDays(
    numbers.map((k) => panel.bars[k]!.day),
    from,
    to,
  );
  const actors = numbers.map((instrument): Actor => {
    const { day, open, close } = panel.bars[instrument]!;
    const members = new Int32Array(day.length);
    const place = new Int32Array(day.length);
    let count = 0;
    let p = 0;
    const until = countUntil(day, to);
    for (let i = 0; i < day.length; i++) {
      while (p < days.length && days[p]! < day[i]!) p++;
      place[i] = p;
      if (day[i]! >= from && day[i]! <= to && panel.isMember(instrument, day[i]!)) members[count++] = i;
    }
    return {
      instrument,
      symbol: panel.symbols[instrument]!,
      price: entry === 'close' ? close : openAfter(open, until),
      close,
      count: until,
      hasEnded: day.length > 0 && day[day.length - 1]! < marketEnd,
      members: members.slice(0, count),
      place,
    };
  });
  return { days, actors };
}

/** The open after each bar that is looked at. */
function openAfter(open: Float64Array, count: number): Float64Array {
  const price = new Float64Array(open.length).fill(Number.NaN);
  price.set(open.subarray(1, count));
  return price;
}

/**
 * The outcome of each of an instrument's bars `h` bars later, as a long, without costs: the close then over the entry price,
 * less 1. NaN where there is no entry, or not yet an outcome.
 * @param at rising
 */
export function outcomesInto(
  { price, close, count, hasEnded }: Actor,
  at: Int32Array,
  h: number,
  out: Float64Array,
): void {
  const last = count - 1;
  let n = 0;
  for (; n < at.length && at[n]! + h <= last; n++) {
    const i = at[n]!;
    out[n] = close[i + h]! / price[i]! - 1;
  }
  const end = hasEnded ? close[last]! : Number.NaN;
  for (; n < at.length; n++) out[n] = end / price[at[n]!]! - 1;
}
