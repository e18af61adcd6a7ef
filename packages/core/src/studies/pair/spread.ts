// The spread of a pair: how much of X is held against one Y, and how far the rest strays (studies.md 4).

import { log } from '../../numeric/portable.ts';
import { deviation, mean, ratio } from '../../statistics/moments.ts';
import { StudyFault } from '../fault.ts';
import type { PairFit, Training } from '../study.ts';
import type { CommonBars } from './common-bars.ts';
import { type Line, throughOrigin, withIntercept } from './least-squares.ts';

/** The training bars among the common ones: the end is not among them. */
export interface TrainingBars {
  readonly first: number;
  readonly end: number;
}

export interface Hedge {
  readonly b: number;
  readonly a: number;
  readonly seB: number;
  readonly r2: number;
  readonly n: number;
}

export interface Spread {
  readonly hedge: Hedge;
  /** of the spread on the training bars, or of the rolling scale at the last bar */
  readonly mean: number;
  readonly deviation: number;
  /** bars after which half of a stray is left, on average; NaN when it does not come back */
  readonly halfLife: number;
  /** t of the pull back to the mean; below -3.34 a unit root is ruled out at 5 %, below -3.90 at 1 % */
  readonly unitRootT: number;
  /** at each common bar: the hedge, the spread, and how many deviations it is from its mean; NaN where undefined */
  readonly b: Float64Array;
  readonly spread: Float64Array;
  readonly scale: Float64Array;
  readonly z: Float64Array;
}

/** Critical values of {@link Spread.unitRootT}. Source: MacKinnon (2010), two series, constant. */
export const UNIT_ROOT_CRITICAL = { five: -3.34, one: -3.9 } as const;

/** @throws {StudyFault} when the training holds fewer than 3 common bars */
export function trainingBars({ days }: CommonBars, training: Training): TrainingBars {
  let first = 0;
  let end = days.length;
  if ('bars' in training) end = Math.min(end, training.bars);
  else {
    while (first < days.length && days[first]! < training.from) first++;
    end = first;
    while (end < days.length && days[end]! <= training.to) end++;
  }
  if (end - first < 3) {
    const found = end - first === 1 ? 'one common bar' : `${end - first} common bars`;
    throw new StudyFault('training', `The training has ${found}; a hedge needs at least 3.`);
  }
  return { first, end };
}

export function spreadOf(
  bars: CommonBars,
  { hedge, scale }: Pick<PairFit, 'hedge' | 'scale'>,
  training: TrainingBars,
): Spread {
  const { y, x } = bars;
  const { first, end } = training;
  const count = y.length;
  const b = new Float64Array(count);
  const spread = new Float64Array(count);
  let line: Line;
  if (hedge.method === 'rolling') {
    const { bars: width } = hedge;
    b.fill(Number.NaN);
    spread.fill(Number.NaN);
    line = { slope: Number.NaN, intercept: Number.NaN, error: Number.NaN, rSquared: Number.NaN, n: width };
    for (let i = width - 1; i < count; i++) {
      line = withIntercept(y, x, i - width + 1, i + 1);
      b[i] = line.slope;
      spread[i] = y[i]! - line.intercept - line.slope * x[i]!;
    }
  } else {
    line = (hedge.method === 'origin' ? throughOrigin : withIntercept)(y, x, first, end);
    b.fill(line.slope);
    for (let i = 0; i < count; i++) spread[i] = y[i]! - line.intercept - line.slope * x[i]!;
  }
  const trained = spread.subarray(first, end).filter((s) => !Number.isNaN(s));
  const fixed = { mean: mean(trained), deviation: deviation(trained) };
  const means = new Float64Array(count).fill(fixed.mean);
  const scales = new Float64Array(count).fill(fixed.deviation);
  if (scale !== 'training') {
    const { rolling } = scale;
    for (let i = 0; i < count; i++) {
      const window = spread.subarray(i - rolling + 1, i + 1);
      const full = i >= rolling - 1;
      means[i] = full ? mean(window) : Number.NaN;
      scales[i] = full ? deviation(window) : Number.NaN;
    }
  }
  const z = spread.map((s, i) => ratio(s - means[i]!, scales[i]!));
  return {
    hedge: { b: line.slope, a: line.intercept, seB: line.error, r2: line.rSquared, n: line.n },
    mean: scale === 'training' ? fixed.mean : means[count - 1]!,
    deviation: scale === 'training' ? fixed.deviation : scales[count - 1]!,
    ...pullOf(trained),
    b,
    spread,
    scale: scales,
    z,
  };
}

/**
 * How a spread is pulled back: its changes on its level before, by least squares with a constant.
 * Source: Dickey and Fuller (1979) without lags, on the residuals of Engle and Granger (1987); the half-life is that of the decay
 * whose rate is the slope.
 */
export function pullOf(spread: Float64Array): { readonly halfLife: number; readonly unitRootT: number } {
  const n = spread.length - 1;
  if (n < 3) return { halfLife: Number.NaN, unitRootT: Number.NaN };
  const before = spread.subarray(0, n);
  const change = Float64Array.from(before, (s, i) => spread[i + 1]! - s);
  const { slope, error } = withIntercept(change, before, 0, n);
  return { halfLife: slope < 0 ? -log(2) / slope : Number.NaN, unitRootT: ratio(slope, error) };
}
