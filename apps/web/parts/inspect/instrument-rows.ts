// What a chart of one instrument's trades draws.

import { at, type Bars, countUntil, entrySession, exitSession, type Trade } from '@plateau/core';
import type { Span } from '@/ui/chart/use-zoom.ts';

/** An account's curve. */
export interface AccountCurve {
  readonly day: Int32Array;
  readonly equity: Float64Array;
}

/** A curve's last value at or before each bar; NaN before its first. */
export function onBars({ day }: Bars, curve: AccountCurve): Float64Array {
  const out = new Float64Array(day.length).fill(Number.NaN);
  let k = -1;
  for (const [i, date] of day.entries()) {
    while (k + 1 < curve.day.length && at(curve.day, k + 1) <= date) k++;
    if (k >= 0) out[i] = at(curve.equity, k);
  }
  return out;
}

/** The bars of the account's days; all where it has fewer than two of them. */
export function daysOf({ day }: Bars, { day: days }: AccountCurve): Span {
  const all = { first: 0, last: day.length - 1 };
  if (days.length === 0) return all;
  const first = countUntil(day, at(days, 0) - 1);
  const last = countUntil(day, at(days, days.length - 1)) - 1;
  return last > first ? { first, last } : all;
}

export interface TradeInView {
  readonly trade: Trade;
  /** the places of its bars; undefined where they are not in view, or it is still held */
  readonly entry: number | undefined;
  readonly exit: number | undefined;
}

/** The trades of which an end is in view. Days that are no bar of the instrument, as a week's last, stand on the bar before. */
export function tradesInView(
  { day }: Bars,
  trades: readonly Trade[],
  first: number,
  last: number,
): TradeInView[] {
  const placeOf = (date: number | undefined): number | undefined => {
    if (date === undefined) return undefined;
    const place = countUntil(day, date) - 1;
    return place >= first && place <= last ? place : undefined;
  };
  return trades
    .map((trade) => ({
      trade,
      entry: placeOf(entrySession(trade).day),
      exit: placeOf(exitSession(trade)?.day),
    }))
    .filter(({ entry, exit }) => entry !== undefined || exit !== undefined);
}
