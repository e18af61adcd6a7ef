// The market that speed is measured on: 500 instruments of 20 years, random walks from a seed, no file and no feed.

import {
  at,
  type Bars,
  createRandom,
  dayFromCivil,
  type Market,
  newBars,
  type Universe,
  weekdayOf,
} from '@plateau/core';

export interface BenchMarket {
  readonly market: Market;
  readonly universe: Universe;
}

const YEARS = 20;

/** Instruments I001, I002, … with about 5,200 weekday bars each, and the index KIX, their average. */
export function benchMarket(instruments: number, seed = 7): BenchMarket {
  const next = createRandom(seed);
  const uniform = (): number => next() / 4294967296;
  const days: number[] = [];
  const end = dayFromCivil(2005 + YEARS, 1, 1);
  for (let day = dayFromCivil(2005, 1, 3); day < end; day++) if (weekdayOf(day) <= 5) days.push(day);
  const day = Int32Array.from(days);
  const shared = Float64Array.from(day, () => (uniform() + uniform() + uniform() - 1.49) * 0.012);
  const market = new Map<string, Bars>();
  for (let k = 1; k <= instruments; k++) {
    market.set(`I${String(k).padStart(3, '0')}`, walk(day, shared, 1, 0.02, uniform));
  }
  market.set('KIX', walk(day, shared, 1, 0, uniform));
  const universe = [...market.keys()].filter((symbol) => symbol !== 'KIX').map((symbol) => ({ symbol }));
  return { market, universe };
}

function walk(day: Int32Array, shared: Float64Array, beta: number, own: number, uniform: () => number): Bars {
  const n = day.length;
  const bars = newBars(n);
  bars.day.set(day);
  let close = 10 + 90 * uniform();
  for (let i = 0; i < n; i++) {
    const open = cents(close * (1 + 0.004 * (uniform() - 0.5)));
    const move = beta * at(shared, i) + own * (uniform() + uniform() + uniform() - 1.5);
    close = cents(open * (1 + move));
    bars.open[i] = open;
    bars.close[i] = close;
    bars.high[i] = cents(Math.max(open, close) * (1 + 0.008 * uniform()));
    bars.low[i] = cents(Math.min(open, close) * (1 - 0.008 * uniform()));
    bars.volume[i] = Math.round(200_000 * (0.4 + uniform() + 20 * Math.abs(move)));
  }
  return bars;
}

const cents = (price: number): number => Math.max(1, Math.round(price * 100) / 100);
