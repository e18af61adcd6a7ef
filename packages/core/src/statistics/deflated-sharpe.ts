// What a Sharpe ratio is worth after many tries: the best of many is high by luck alone.

import { normalBelow, normalQuantile } from '../numeric/normal.ts';
import { deviation, mean, ratio } from './moments.ts';

export interface DeflatedSharpe {
  readonly tries: number;
  /** the Sharpe ratio a year that the best of so many worthless tries would be expected to show */
  readonly byChance: number;
  /** the chance that the true ratio is above that; NaN without enough returns */
  readonly chance: number;
}

const EULER = 0.5772156649015329;
const E = 2.718281828459045;

/**
 * @param excess returns above the risk-free rate, one a bar
 * @param tried the Sharpe ratios a year of all that was tried, this one among them
 * Source: Bailey and López de Prado (2014), The Deflated Sharpe Ratio.
 */
export function deflatedSharpe(
  excess: Float64Array,
  tried: readonly number[],
  barsPerYear: number,
): DeflatedSharpe {
  const year = Math.sqrt(barsPerYear);
  const known = tried.filter((s) => Number.isFinite(s));
  const tries = Math.max(1, known.length);
  const spread = tries > 1 ? deviation(known) / year : 0;
  const byChance =
    tries > 1
      ? spread * ((1 - EULER) * normalQuantile(1 - 1 / tries) + EULER * normalQuantile(1 - 1 / (tries * E)))
      : 0;
  const n = excess.length;
  const sd = deviation(excess);
  const sharpe = ratio(mean(excess), sd);
  const m = mean(excess);
  let third = 0;
  let fourth = 0;
  for (const x of excess) {
    third += (x - m) ** 3 / n;
    fourth += (x - m) ** 4 / n;
  }
  const population = sd * Math.sqrt((n - 1) / n);
  const skew = ratio(third, population ** 3);
  const kurtosis = ratio(fourth, population ** 4);
  const width = Math.sqrt(1 - skew * sharpe + ((kurtosis - 1) / 4) * sharpe * sharpe);
  return {
    tries,
    byChance: byChance * year,
    chance: normalBelow(((sharpe - byChance) * Math.sqrt(n - 1)) / width),
  };
}
