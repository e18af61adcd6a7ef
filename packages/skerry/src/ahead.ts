// Sessions after the market's last one, for what is followed evening by evening: the market as it stands so many sessions later.

import { type Bars, type Day, exp, mapBars, newBars, type Universe, weekdayOf } from '@plateau/core';
import { isHoliday } from './calendar.ts';
import type { Listing, NamedUniverse, SkerryMarket } from './market.ts';
import { createNoise, type Noise } from './noise.ts';

/** So many sessions can be asked for. */
export const MOST_AHEAD = 120;

/** On this session the dearest stock is split two for one: its past is given anew, halved. */
const SPLIT_ON = 4;
/** On this session one stock's bar comes late: it is there from the next on. */
const LATE_ON = 5;
/** This session is the last of a stock that is taken over. */
const LAST_OF_ONE = 7;

export interface Ahead {
  /** An instrument's whole history as it stands so many sessions after the market's last one. */
  bars(symbol: string, ahead: number): Bars | undefined;
  universes(ahead: number): readonly NamedUniverse[];
  /** what happens on the way, by symbol */
  readonly split: string;
  readonly late: string;
  readonly leaving: string;
}

/** Pure and seeded: what comes does not depend on how far one looks. */
export function sessionsAhead(market: SkerryMarket): Ahead {
  const today = Math.max(...[...market.bars.values()].map(({ day }) => day.at(-1) ?? 0));
  const days = sessionsAfter(today);
  const alive = market.listings.filter(({ symbol }) => market.bars.get(symbol)?.day.at(-1) === today);
  const stocks = alive.filter(({ kind }) => kind === 'stock');
  const byPrice = [...stocks].sort((a, b) => lastClose(market, b) - lastClose(market, a));
  const [split, late, leaving] = [byPrice[0], byPrice[1], byPrice[2]].map(
    (listing) => listing?.symbol ?? '',
  ) as [string, string, string];
  const common = createNoise(77_001);
  const moves = Float64Array.from(days, () => 0.0004 + 0.0085 * common.fatTailed());
  const made = new Map<string, Bars>();
  for (const [k, listing] of stocks.entries()) {
    made.set(
      listing.symbol,
      stockBars(createNoise(91_000 + 613 * k), lastClose(market, listing), days, moves),
    );
  }
  const returns = (symbols: readonly string[]): Float64Array =>
    meanReturns(market, made, symbols, days.length);
  const index = returns(membersNow(market, 'skerry-60', today));
  for (const [k, listing] of alive.filter(({ kind }) => kind !== 'stock').entries()) {
    const noise = createNoise(55_000 + 977 * k);
    const close = lastClose(market, listing);
    const moved =
      listing.kind === 'gauge'
        ? gaugeMoves(noise, listing, index)
        : (basketOf(listing, stocks, returns) ??
          (listing.kind === 'index' || /^SK/.test(listing.symbol) ? index : ownMoves(noise, days.length)));
    const volume = market.bars.get(listing.symbol)?.volume.at(-1) ?? 0;
    made.set(listing.symbol, valueBars(noise, close, days, moved, volume, listing.kind === 'gauge'));
  }
  return {
    split,
    late,
    leaving,
    bars(symbol, ahead) {
      const before = market.bars.get(symbol);
      const after = made.get(symbol);
      if (!before || !after || ahead <= 0) return before;
      let count = Math.min(ahead, days.length);
      if (symbol === late && count === LATE_ON) count--;
      if (symbol === leaving) count = Math.min(count, LAST_OF_ONE);
      return symbol === split && count >= SPLIT_ON
        ? halved(joined(before, after, count), before.day.length + SPLIT_ON - 1)
        : joined(before, after, count);
    },
    universes(ahead) {
      if (ahead < LAST_OF_ONE) return market.universes;
      const last = days[LAST_OF_ONE - 1] ?? today;
      return market.universes.map((universe) => ({
        ...universe,
        members: ended(universe.members, leaving, last),
      }));
    },
  };
}

function sessionsAfter(today: Day): Int32Array {
  const days: Day[] = [];
  for (let day = today + 1; days.length < MOST_AHEAD; day++)
    if (weekdayOf(day) <= 5 && !isHoliday(day)) days.push(day);
  return Int32Array.from(days);
}

const lastClose = ({ bars }: SkerryMarket, { symbol }: Listing): number =>
  bars.get(symbol)?.close.at(-1) ?? 1;

const membersNow = ({ universes }: SkerryMarket, id: string, day: Day): string[] =>
  (universes.find((universe) => universe.id === id)?.members ?? [])
    .filter(({ from = -Infinity, to = Infinity }) => from <= day && day <= to)
    .map(({ symbol }) => symbol);

const ended = (members: Universe, symbol: string, last: Day): Universe =>
  members.map((row) => (row.symbol === symbol && (row.to ?? Infinity) > last ? { ...row, to: last } : row));

const cents = (price: number): number => Math.max(0.01, Math.round(price * 100) / 100);

function stockBars(noise: Noise, start: number, days: Int32Array, market: Float64Array): Bars {
  const bars = newBars(days.length);
  bars.day.set(days);
  const beta = 0.55 + 0.8 * noise.uniform();
  const deviation = 0.009 + 0.009 * noise.uniform();
  const turnover = 180_000 * noise.spread(0.8);
  let price = start;
  for (let i = 0; i < days.length; i++) {
    const move = beta * (market[i] ?? 0) + deviation * noise.fatTailed();
    const open = cents(price * exp(0.34 * move + 0.3 * deviation * noise.normal()));
    const close = cents(price * exp(move));
    const reach = 0.55 * deviation;
    bars.open[i] = open;
    bars.close[i] = close;
    bars.high[i] = cents(Math.max(open, close) * exp(reach * Math.abs(noise.normal())));
    bars.low[i] = Math.min(
      open,
      close,
      cents(Math.min(open, close) * exp(-reach * Math.abs(noise.normal()))),
    );
    bars.high[i] = Math.max(open, close, bars.high[i] ?? close);
    bars.volume[i] = 100 * Math.max(1, Math.round(((turnover * 30) / price / 100) * noise.spread(0.35)));
    price = close;
  }
  return bars;
}

/** The mean return of some stocks on each session. */
function meanReturns(
  market: SkerryMarket,
  made: ReadonlyMap<string, Bars>,
  symbols: readonly string[],
  count: number,
): Float64Array {
  const sum = new Float64Array(count);
  let held = 0;
  for (const symbol of symbols) {
    const bars = made.get(symbol);
    if (!bars) continue;
    held++;
    let before = market.bars.get(symbol)?.close.at(-1) ?? 1;
    for (const [i, close] of bars.close.entries()) {
      sum[i] = (sum[i] ?? 0) + close / before - 1;
      before = close;
    }
  }
  return sum.map((total) => total / Math.max(1, held));
}

/** A fund of a sector or an island. */
function basketOf(
  { group, name }: Listing,
  stocks: readonly Listing[],
  returns: (symbols: readonly string[]) => Float64Array,
): Float64Array | undefined {
  const whole = name.replace(/ Fund$/, '');
  const held = stocks.filter((stock) =>
    group === 'Sector funds' ? stock.group === whole : group === 'Island funds' && stock.island === whole,
  );
  return held.length > 0 ? returns(held.map(({ symbol }) => symbol)) : undefined;
}

const ownMoves = (noise: Noise, count: number): Float64Array =>
  Float64Array.from({ length: count }, () => exp(0.0001 + 0.007 * noise.fatTailed()) - 1);

/** The volatility gauge rises as the index falls; the bill rate hardly moves. */
const gaugeMoves = (noise: Noise, { symbol }: Listing, index: Float64Array): Float64Array =>
  index.map((move) => (symbol === 'BILL' ? 0.002 * noise.normal() : -6 * move + 0.02 * noise.normal()));

function valueBars(
  noise: Noise,
  start: number,
  days: Int32Array,
  moves: Float64Array,
  volume: number,
  isGauge: boolean,
): Bars {
  const bars = newBars(days.length);
  bars.day.set(days);
  let value = start;
  for (let i = 0; i < days.length; i++) {
    const close = cents(value * (1 + (moves[i] ?? 0)));
    const open = isGauge ? close : cents(value + 0.4 * (close - value));
    const reach = isGauge ? 0 : 0.003;
    bars.open[i] = open;
    bars.close[i] = close;
    bars.high[i] = Math.max(open, close, cents(Math.max(open, close) * (1 + reach * noise.uniform())));
    bars.low[i] = Math.min(open, close, cents(Math.min(open, close) * (1 - reach * noise.uniform())));
    bars.volume[i] = volume === 0 ? 0 : 100 * Math.max(1, Math.round((volume / 100) * noise.spread(0.4)));
    value = close;
  }
  return bars;
}

/** The first `count` bars of `after` behind those before. */
function joined(before: Bars, after: Bars, count: number): Bars {
  const size = before.day.length;
  const all = newBars(size + count);
  for (const key of ['day', 'open', 'high', 'low', 'close', 'volume'] as const) {
    all[key].set(before[key]);
    all[key].set(after[key].subarray(0, count), size);
  }
  if (!before.factor) return all;
  const factor = new Float64Array(size + count).fill(1);
  factor.set(before.factor);
  return { ...all, factor };
}

/** The bars with everything before a place as a split two for one leaves it, and everything from it on at half the price. */
function halved(bars: Bars, from: number): Bars {
  const out = mapBars(bars, (column) => column.slice() as typeof column);
  const factor = out.factor ?? new Float64Array(bars.day.length).fill(1);
  for (let i = 0; i < bars.day.length; i++) {
    for (const key of ['open', 'high', 'low', 'close'] as const) {
      out[key][i] = Math.max(1e-6, Math.round(((bars[key][i] ?? 0) / 2) * 1e6) / 1e6);
    }
    out.volume[i] = 2 * (bars.volume[i] ?? 0);
    if (i < from) factor[i] = (factor[i] ?? 1) / 2;
  }
  return { ...out, factor };
}
