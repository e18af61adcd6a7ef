// Where a followed curve would be if the days to come were like the days that were tested (docs/follow.md, Since then).

import type { Day } from '../days/day.ts';
import { at } from '../numeric/at.ts';
import { blockDraws } from '../statistics/block-draws.ts';
import { quantile } from '../statistics/distribution.ts';

export interface Band {
  readonly resamples: number;
  /** mean length of a block, in bars */
  readonly block: number;
  /** what 5, 50 and 95 of 100 resampled curves stay below at each mark, from 1 at the trusted day */
  readonly low: Float64Array;
  readonly middle: Float64Array;
  readonly high: Float64Array;
  /** the deepest drawdown of each resample, rising: the deepest first */
  readonly drawdowns: Float64Array;
}

export interface BandSettings {
  readonly resamples?: number;
  readonly block?: number;
  readonly seed?: number;
}

/** Tested returns of which fewer than this say nothing of a band. */
const LEAST_TESTED = 21;

/**
 * The tested days drawn again in blocks, for as many days as have passed.
 * @param tested the daily returns up to the trusted day
 * @param length how many marks the curve has since, the trusted day's own among them
 * @returns undefined where too few days were tested
 */
export function bandOf(
  tested: Float64Array,
  length: number,
  { resamples = 1000, block = 21, seed = 1 }: BandSettings = {},
): Band | undefined {
  if (tested.length < LEAST_TESTED || length < 1) return undefined;
  const draws = blockDraws(tested.length, block, seed);
  const places = new Int32Array(length - 1);
  // By mark, so that each mark's values stand together and can be sorted where they are.
  const values = new Float64Array(length * resamples);
  const drawdowns = new Float64Array(resamples);
  for (let k = 0; k < resamples; k++) {
    draws.draw(places);
    let [value, peak, worst] = [1, 1, 0];
    values[k] = value;
    for (let i = 0; i < places.length; i++) {
      value *= 1 + at(tested, at(places, i));
      values[(i + 1) * resamples + k] = value;
      if (value > peak) peak = value;
      else worst = Math.min(worst, value / peak - 1);
    }
    drawdowns[k] = worst;
  }
  const band = {
    resamples,
    block,
    low: new Float64Array(length),
    middle: new Float64Array(length),
    high: new Float64Array(length),
    drawdowns: drawdowns.sort(),
  };
  for (let i = 0; i < length; i++) {
    const sorted = values.subarray(i * resamples, (i + 1) * resamples).sort();
    band.low[i] = quantile(sorted, 0.05);
    band.middle[i] = quantile(sorted, 0.5);
    band.high[i] = quantile(sorted, 0.95);
  }
  return band;
}

/** When a curve was outside its band. */
export interface Outside {
  /** the first day below it and the first above it */
  readonly firstBelow: Day | undefined;
  readonly firstAbove: Day | undefined;
  /** how many days it was below and above */
  readonly below: number;
  readonly above: number;
  readonly now: 'below' | 'within' | 'above';
}

export function outsideOf(days: Int32Array, curve: Float64Array, { low, high }: Band): Outside {
  let firstBelow: Day | undefined;
  let firstAbove: Day | undefined;
  let [below, above] = [0, 0];
  let now: Outside['now'] = 'within';
  for (let i = 0; i < days.length; i++) {
    now = at(curve, i) < at(low, i) ? 'below' : at(curve, i) > at(high, i) ? 'above' : 'within';
    if (now === 'below') {
      firstBelow ??= at(days, i);
      below++;
    } else if (now === 'above') {
      firstAbove ??= at(days, i);
      above++;
    }
  }
  return { firstBelow, firstAbove, below, above, now };
}
