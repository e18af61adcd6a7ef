// One company's life in prices: from listing to today, failure or takeover.

import { type Bars, exp } from '@plateau/core';
import type { Factors } from './factors.ts';
import type { Noise } from './noise.ts';

export type Fate = 'lives' | 'fails' | 'taken over';

export interface Life {
  readonly sector: number;
  /** first and last session, as places in the calendar */
  readonly first: number;
  readonly last: number;
  readonly fate: Fate;
}

export interface Company {
  readonly bars: Bars & { readonly factor: Float64Array };
  /** shares in issue, adjusted for splits */
  readonly shares: number;
}

const cents = (price: number): number => Math.max(0.01, Math.round(price * 100) / 100);

/** Draws the company's bars, prices as traded in whole cents, adjusted for its splits. */
export function drawCompany(noise: Noise, life: Life, factors: Factors, calendar: Int32Array): Company {
  const { first, last, fate } = life;
  const size = last - first + 1;
  const beta = 0.55 + 0.8 * noise.uniform();
  const sectorBeta = 0.6 + 0.8 * noise.uniform();
  const deviation = 0.0095 + 0.011 * noise.uniform() * noise.uniform() * 2;
  const drift = -0.00006 + 0.00009 * noise.normal();
  const turnover = 180_000 * noise.spread(1.1);
  const failing = 160 + Math.floor(noise.uniform() * 160);
  const bidDays = 12 + Math.floor(noise.uniform() * 30);

  const traded = {
    open: new Float64Array(size),
    high: new Float64Array(size),
    low: new Float64Array(size),
    close: new Float64Array(size),
  };
  const tradedVolume = new Float64Array(size);
  /** shares a holder of one share has after this session's split, 1 without one */
  const splits = new Float64Array(size).fill(1);

  let price = 12 + 55 * noise.uniform();
  let trend = 0;
  let before = 0;
  let waiting = 0;
  for (let i = 0; i < size; i++) {
    const t = first + i;
    const left = size - 1 - i;
    const own = deviation * (factors.rough[t] === 1 ? 1.35 : 1) * noise.fatTailed();
    // Mild momentum over months (own trend carries on), mild reversal over days (part of yesterday is taken back).
    const residual = sectorBeta * factors.sectors[life.sector]![t]! + own;
    let move = drift + beta * factors.market[t]! + residual + 0.05 * trend - 0.04 * before;
    trend += (residual - trend) / 110;
    before = residual;
    if (fate === 'fails' && left < failing) move += -0.011 + 0.9 * own;
    if (fate === 'taken over' && left === bidDays) move += 0.18 + 0.2 * noise.uniform();
    if (fate === 'taken over' && left < bidDays) move = 0.0008 * noise.normal();

    if (i > 0 && i < size - 1) {
      if (price > 120 && noise.uniform() < 0.02) waiting = noise.uniform() < 0.8 ? 2 : 3;
      if (price < 1.2 && fate !== 'fails' && noise.uniform() < 0.02) waiting = 0.1;
      if (waiting !== 0) {
        splits[i] = waiting;
        price = price / waiting;
        waiting = 0;
      }
    }
    const quiet = fate === 'taken over' && left < bidDays ? 0.1 : 1;
    const overnight = 0.34 * move + 0.3 * deviation * quiet * noise.normal();
    const open = cents(price * exp(overnight));
    const close = cents(price * exp(move));
    const reach = 0.55 * deviation * quiet;
    traded.open[i] = open;
    traded.close[i] = close;
    traded.high[i] = Math.max(
      open,
      close,
      cents(Math.max(open, close) * exp(reach * Math.abs(noise.normal()))),
    );
    traded.low[i] = Math.min(
      open,
      close,
      cents(Math.min(open, close) * exp(-reach * Math.abs(noise.normal()))),
    );
    const excitement = 1 + (0.5 * Math.abs(move)) / deviation;
    tradedVolume[i] =
      100 * Math.max(1, Math.round(((turnover * 30) / price / 100) * excitement * noise.spread(0.35)));
    price = close;
  }
  const bars = adjusted(traded, tradedVolume, splits, calendar.subarray(first, last + 1));
  // In issue at the start, counted in today's shares: a company that later splits is no smaller for it now.
  const shares = Math.round(2e6 * noise.spread(0.8) + 1e6) / bars.factor[0]!;
  return { bars, shares };
}

function adjusted(
  traded: Record<'open' | 'high' | 'low' | 'close', Float64Array>,
  volume: Float64Array,
  splits: Float64Array,
  day: Int32Array,
): Company['bars'] {
  const size = day.length;
  const factor = new Float64Array(size);
  let scale = 1;
  for (let i = size - 1; i >= 0; i--) {
    factor[i] = scale;
    scale /= splits[i]!;
  }
  const times = (column: Float64Array): Float64Array => {
    const out = new Float64Array(size);
    for (let i = 0; i < size; i++) out[i] = rounded(column[i]! * factor[i]!);
    return out;
  };
  return {
    day: day.slice(),
    open: times(traded.open),
    high: times(traded.high),
    low: times(traded.low),
    close: times(traded.close),
    volume: volume.map((value, i) => Math.round(value / factor[i]!)),
    factor: factor.map((value) => Math.round(value * 1e8) / 1e8),
  };
}

/** Six decimals keep a split-adjusted cent exact enough and a file short. */
function rounded(value: number): number {
  return Math.max(1e-6, Math.round(value * 1e6) / 1e6);
}
