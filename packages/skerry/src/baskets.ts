// Indexes and funds: weighted companies, and the members' dates.

import { type Bars, civilFromDay, type Day, exp, type Membership, newBars } from '@plateau/core';
import type { Noise } from './noise.ts';

export interface Listed {
  readonly symbol: string;
  readonly bars: Bars;
  readonly shares: number;
  /** place in the calendar of its first bar; bars have no gaps */
  readonly first: number;
}

/** Day-by-day returns of a basket: of its opens, highs, lows and closes on the closes before. */
interface Basket {
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
}

/** A company in a basket; `into[t]` is 1 when it is held into session t, always when left out. */
export interface Held {
  readonly company: Listed;
  readonly into?: Uint8Array;
}

/** Too cheap to be weighed equally: a cent up or down would be a large return. */
const PENNY = 1;

export function basketReturns(
  sessions: number,
  held: readonly Held[],
  weigh: 'by value' | 'equally',
): Basket {
  const out = {
    open: new Float64Array(sessions),
    high: new Float64Array(sessions),
    low: new Float64Array(sessions),
    close: new Float64Array(sessions),
  };
  const total = new Float64Array(sessions);
  for (const { company, into } of held) {
    const { open, high, low, close } = company.bars;
    for (let i = 1; i < close.length; i++) {
      const t = company.first + i;
      if (into && into[t] === 0) continue;
      const before = close[i - 1]!;
      if (weigh === 'equally' && before < PENNY) continue;
      // shares * before * (price / before - 1), or the return alone
      const perPrice = weigh === 'by value' ? company.shares : 1 / before;
      total[t]! += perPrice * before;
      out.open[t]! += perPrice * (open[i]! - before);
      out.high[t]! += perPrice * (high[i]! - before);
      out.low[t]! += perPrice * (low[i]! - before);
      out.close[t]! += perPrice * (close[i]! - before);
    }
  }
  for (let t = 0; t < sessions; t++) {
    if (total[t] === 0) continue;
    out.open[t]! /= total[t]!;
    out.close[t]! /= total[t]!;
    // Highs do not come at the same minute: a basket reaches about half as far as its members' highs together.
    const top = Math.max(out.open[t]!, out.close[t]!);
    const bottom = Math.min(out.open[t]!, out.close[t]!);
    out.high[t] = top + 0.5 * (out.high[t]! / total[t]! - top);
    out.low[t] = bottom + 0.5 * (out.low[t]! / total[t]! - bottom);
  }
  return out;
}

const cents = (price: number): number => Math.max(0.01, Math.round(price * 100) / 100);

/** Bars that follow a basket's returns from `start`, less a fee in percent a year. */
export function barsFrom(
  basket: Basket,
  calendar: Int32Array,
  first: number,
  start: number,
  fee: number,
  volume: (t: number) => number,
): Bars {
  const size = calendar.length - first;
  const bars = newBars(size);
  bars.day.set(calendar.subarray(first));
  let level = start;
  for (let i = 0; i < size; i++) {
    const t = first + i;
    const drag = 1 - fee / 100 / 252;
    const at = (r: number): number => (i === 0 ? cents(level) : cents(level * (1 + r) * drag));
    const [open, close] = [at(basket.open[t]!), at(basket.close[t]!)];
    bars.open[i] = open;
    bars.close[i] = close;
    bars.high[i] = Math.max(open, close, at(basket.high[t]!));
    bars.low[i] = Math.min(open, close, at(basket.low[t]!));
    bars.volume[i] = volume(t);
    if (i > 0) level *= (1 + basket.close[t]!) * drag;
  }
  return bars;
}

/** A basket that follows nothing but its own log returns: bonds, raw materials. */
export function ownReturns(noise: Noise, sessions: number, drift: number, deviation: number): Basket {
  const out = {
    open: new Float64Array(sessions),
    high: new Float64Array(sessions),
    low: new Float64Array(sessions),
    close: new Float64Array(sessions),
  };
  for (let t = 0; t < sessions; t++) {
    const move = drift + deviation * noise.fatTailed();
    const open = 0.4 * move + 0.25 * deviation * noise.normal();
    const reach = 0.45 * deviation;
    out.open[t] = exp(open) - 1;
    out.close[t] = exp(move) - 1;
    out.high[t] = exp(Math.max(open, move) + reach * Math.abs(noise.normal())) - 1;
    out.low[t] = exp(Math.min(open, move) - reach * Math.abs(noise.normal())) - 1;
  }
  return out;
}

/** The index's members: the largest by value, chosen at each half-year's end, a leaver's place filled at once. */
export interface IndexMembers {
  readonly held: readonly Held[];
  readonly spells: readonly Membership[];
}

export function chooseMembers(
  companies: readonly Listed[],
  calendar: Int32Array,
  size: number,
  groupOf: (symbol: string) => string,
): IndexMembers {
  const into = new Map(companies.map((c) => [c, new Uint8Array(calendar.length)]));
  let members: Listed[] = [];
  const since = new Map<string, Day>();
  const spells: Membership[] = [];
  const isAlive = (c: Listed, t: number): boolean => t >= c.first && t - c.first < c.bars.day.length;
  const end = (symbol: string, to: Day): void => {
    spells.push({ symbol, from: since.get(symbol) ?? to, to, group: groupOf(symbol) });
    since.delete(symbol);
  };
  for (let t = 0; t < calendar.length; t++) {
    for (const c of members) (into.get(c) as Uint8Array)[t] = 1;
    const month = civilFromDay(calendar[t]!).month;
    const next = t + 1 < calendar.length ? civilFromDay(calendar[t + 1]!).month : month;
    const review = t === 0 || (month !== next && (month === 6 || month === 12));
    const lost = members.some((c) => !isAlive(c, t + 1));
    if (!review && !lost) continue;
    const value = (c: Listed): number => c.shares * c.bars.close[t - c.first]!;
    const candidates = companies.filter((c) => isAlive(c, t) && isAlive(c, t + 1));
    const staying = new Set(review ? [] : members.filter((c) => isAlive(c, t + 1)));
    const bySize = candidates.filter((c) => !staying.has(c)).sort((a, b) => value(b) - value(a));
    const chosen = [...staying, ...bySize.slice(0, size - staying.size)];
    for (const c of members) if (!chosen.includes(c)) end(c.symbol, calendar[t]!);
    for (const c of chosen)
      if (!since.has(c.symbol)) since.set(c.symbol, calendar[Math.min(t + 1, calendar.length - 1)]!);
    members = chosen;
  }
  for (const [symbol, from] of since) spells.push({ symbol, from, group: groupOf(symbol) });
  spells.sort((a, b) => (a.symbol < b.symbol ? -1 : a.symbol > b.symbol ? 1 : (a.from ?? 0) - (b.from ?? 0)));
  return { held: companies.map((company) => ({ company, into: into.get(company) as Uint8Array })), spells };
}
