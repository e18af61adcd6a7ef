// How far luck alone may have moved a result: its days drawn again in blocks.

import { power } from '../numeric/portable.ts';
import { blockDraws } from './block-draws.ts';
import { quantile } from './distribution.ts';
import { deviation, mean, ratio } from './moments.ts';

/** What 5, 25, 50, 75 and 95 of 100 resamples stay below. */
export type Range = readonly [number, number, number, number, number];

export interface Bootstrap {
  readonly resamples: number;
  /** mean length of a block, in bars */
  readonly block: number;
  readonly growth: Range;
  readonly maxDrawdown: Range;
  readonly sharpe: Range;
  /** the share of resamples that stand below their start after so many years; NaN beyond what was asked for */
  readonly loss: readonly { readonly years: number; readonly chance: number }[];
}

export interface ResampleSettings {
  readonly resamples?: number;
  readonly block?: number;
  readonly seed?: number;
  readonly barsPerYear: number;
}

const SHARES = [0.05, 0.25, 0.5, 0.75, 0.95] as const;
const HORIZONS = [1, 3, 5] as const;

/**
 * Resamples as long as the run, made of stretches of it (block-draws.ts).
 * @param returns one a bar
 * @param riskFree the risk-free return of each bar, taken out for the Sharpe ratio
 */
export function resampled(
  returns: Float64Array,
  riskFree: Float64Array,
  { resamples = 1000, block = 21, seed = 1, barsPerYear }: ResampleSettings,
): Bootstrap {
  const n = returns.length;
  const growth = new Float64Array(resamples);
  const maxDrawdown = new Float64Array(resamples);
  const sharpe = new Float64Array(resamples);
  const excess = new Float64Array(n);
  const lost = HORIZONS.map(() => 0);
  const horizons = HORIZONS.map((years) => years * barsPerYear);
  // A short run is drawn on for as long as the longest question asks.
  const length = n === 0 ? 0 : Math.max(n, horizons[horizons.length - 1]!);
  const places = new Int32Array(length);
  const draws = blockDraws(n, block, seed);
  for (let k = 0; k < resamples && n > 0; k++) {
    draws.draw(places);
    let equity = 1;
    let peak = 1;
    let worst = 0;
    let h = 0;
    for (let i = 0; i < length; i++) {
      const at = places[i]!;
      equity *= 1 + returns[at]!;
      if (i < n) {
        excess[i] = returns[at]! - riskFree[at]!;
        if (equity > peak) peak = equity;
        else if (equity / peak - 1 < worst) worst = equity / peak - 1;
        if (i === n - 1) growth[k] = equity > 0 ? power(equity, barsPerYear / n) - 1 : -1;
      }
      if (i === horizons[h]! - 1) {
        if (equity < 1) lost[h]!++;
        h++;
      }
    }
    maxDrawdown[k] = worst;
    sharpe[k] = ratio(mean(excess), deviation(excess)) * Math.sqrt(barsPerYear);
  }
  return {
    resamples,
    block,
    growth: rangeOf(growth, n),
    maxDrawdown: rangeOf(maxDrawdown, n),
    sharpe: rangeOf(sharpe, n),
    loss: HORIZONS.map((years, h) => ({ years, chance: n > 0 ? lost[h]! / resamples : Number.NaN })),
  };
}

function rangeOf(values: Float64Array, n: number): Range {
  const sorted = n > 1 ? values.filter((v) => !Number.isNaN(v)).sort() : new Float64Array(0);
  return SHARES.map((share) => quantile(sorted, share)) as unknown as Range;
}
