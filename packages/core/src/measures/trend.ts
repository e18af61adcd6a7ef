// Measures of how straight, how noisy and how persistent a move is.

import { difference } from '../numeric/compare.ts';
import { exp, log, power } from '../numeric/portable.ts';
import { type Measure, OF_CLOSE, type Unit } from './measure.ts';
import { rollingAverage, rollingLine, rollingMoments, rollingSum } from './rolling.ts';
import { scratch } from './scratch.ts';
import { exponential, oneBarReturns } from './smoothing.ts';

const DEFINITION = 'definition';
const N = ['N'] as const;

function ofValue(
  phrase: string,
  unit: Unit,
  formula: string,
  compute: Measure['compute'],
  extra: { warmUp?: (n: number) => number; source?: string } = {},
): Measure {
  const { warmUp = (n) => n - 1, source = DEFINITION } = extra;
  return {
    phrase,
    windows: N,
    takes: [OF_CLOSE],
    unit,
    formula,
    source,
    warmUp: ([n]) => warmUp(n),
    compute,
  };
}

/** log x; NaN at or below 0. */
function logs(x: Float64Array, out: Float64Array): void {
  for (let i = 0; i < out.length; i++) out[i] = x[i]! > 0 ? log(x[i]!) : Number.NaN;
}

/** Third or fourth standardised moment of the last N one-day returns, with population moments. */
function shape(moment: 3 | 4): Measure['compute'] {
  return ({ values, windows }, out) => {
    const [window] = windows;
    const returns = scratch(0, out.length);
    const mean = scratch(1, out.length);
    oneBarReturns(values[0], returns);
    rollingMoments(returns, window, mean, out);
    for (let i = 0; i < out.length; i++) {
      const variance = out[i]! / window;
      if (!(variance > 0)) {
        out[i] = Number.NaN;
        continue;
      }
      let sum = 0;
      for (let j = i - window + 1; j <= i; j++) {
        const d = returns[j]! - mean[i]!;
        sum += moment === 3 ? d * d * d : d * d * d * d;
      }
      out[i] = sum / window / (moment === 3 ? variance * Math.sqrt(variance) : variance * variance);
    }
  };
}

export const trend: readonly Measure[] = [
  ofValue(
    'trend fit',
    'fraction',
    'R² of the least-squares line through the last N; undefined when they are all equal',
    ({ values, windows }, out) => {
      const [window] = windows;
      const slope = scratch(0, out.length);
      rollingLine(values[0], window, slope, scratch(1, out.length));
      rollingMoments(values[0], window, scratch(1, out.length), out);
      const spread = (window * (window * window - 1)) / 12;
      for (let i = 0; i < out.length; i++) {
        const fit = (slope[i]! * slope[i]! * spread) / out[i]!;
        out[i] = out[i]! > 0 ? Math.min(1, fit) : Number.NaN;
      }
    },
  ),
  ofValue(
    'trend growth',
    'fraction',
    'e^(252 * slope of the least-squares line through the last N logarithms of V) - 1, growth a year',
    ({ values, windows, barsPerYear }, out) => {
      const x = scratch(0, out.length);
      logs(values[0], x);
      rollingLine(x, windows[0], out, scratch(1, out.length));
      for (let i = 0; i < out.length; i++) out[i] = exp(barsPerYear * out[i]!) - 1;
    },
  ),
  ofValue(
    'change',
    'same',
    'V - V N days ago',
    ({ values, windows }, out) => {
      out.fill(Number.NaN, 0, windows[0]);
      for (let i = windows[0]; i < out.length; i++) {
        out[i] = difference(values[0][i]!, values[0][i - windows[0]]!);
      }
    },
    { warmUp: (n) => n },
  ),
  ofValue(
    'mean deviation',
    'same',
    'mean absolute distance of the last N from their average',
    ({ values, windows }, out) => {
      const [window] = windows;
      const mean = scratch(0, out.length);
      rollingAverage(values[0], window, mean);
      out.fill(Number.NaN, 0, window - 1);
      for (let i = window - 1; i < out.length; i++) {
        let sum = 0;
        for (let j = i - window + 1; j <= i; j++) sum += Math.abs(values[0][j]! - mean[i]!);
        out[i] = sum / window;
      }
    },
  ),
  ofValue(
    'efficiency ratio',
    'fraction',
    '|V - V N days ago| / sum of the last N absolute one-day changes; 0 when nothing moved',
    ({ values, windows }, out) => efficiency(values[0], windows[0], out),
    { warmUp: (n) => n, source: 'P. J. Kaufman, Smarter Trading (1995)' },
  ),
  ofValue(
    'adaptive average',
    'same',
    'average + (e * (2/3 - 2/31) + 2/31)² * (V - average), e the N-day efficiency ratio; starts as the first V with one',
    ({ values, windows }, out) => {
      const [x] = values;
      const ratio = scratch(3, out.length);
      efficiency(x, windows[0], ratio);
      let state = Number.NaN;
      for (let i = 0; i < out.length; i++) {
        const weight = (ratio[i]! * (2 / 3 - 2 / 31) + 2 / 31) ** 2;
        const starts = Number.isNaN(state) && !Number.isNaN(weight);
        state = starts ? x[i]! : state + weight * (x[i]! - state);
        out[i] = state;
      }
    },
    { warmUp: (n) => n, source: 'P. J. Kaufman, Smarter Trading (1995)' },
  ),
  ofValue(
    'double exponential average',
    'same',
    '2 * average - its own N-day exponential average, of the N-day exponential average',
    ({ values, windows }, out) => {
      const [window] = windows;
      const once = scratch(0, out.length);
      exponential(values[0], window, once);
      exponential(once, window, out);
      for (let i = 0; i < out.length; i++) out[i] = 2 * once[i]! - out[i]!;
    },
    { warmUp: (n) => 2 * n - 2, source: 'P. G. Mulloy, Smoothing Data with Faster Moving Averages (1994)' },
  ),
  ofValue(
    'triple exponential average',
    'same',
    '3 * (average - its average) + the average of that, N-day exponential averages all',
    ({ values, windows }, out) => {
      const [window] = windows;
      const once = scratch(0, out.length);
      const twice = scratch(1, out.length);
      exponential(values[0], window, once);
      exponential(once, window, twice);
      exponential(twice, window, out);
      for (let i = 0; i < out.length; i++) out[i]! += 3 * (once[i]! - twice[i]!);
    },
    { warmUp: (n) => 3 * n - 3, source: 'P. G. Mulloy, Smoothing Data with Faster Moving Averages (1994)' },
  ),
  ofValue(
    'downside volatility',
    'fraction',
    'sqrt(mean of min(one-day return, 0)² over the last N) * sqrt(252)',
    ({ values, windows, barsPerYear }, out) => {
      const falls = scratch(0, out.length);
      oneBarReturns(values[0], falls);
      for (let i = 0; i < out.length; i++) falls[i] = falls[i]! < 0 ? falls[i]! * falls[i]! : falls[i]! * 0;
      rollingAverage(falls, windows[0], out);
      for (let i = 0; i < out.length; i++) out[i] = Math.sqrt(Math.max(0, out[i]!) * barsPerYear);
    },
    { warmUp: (n) => n },
  ),
  ofValue(
    'skewness',
    'number',
    'mean cubed distance of the last N one-day returns from their mean / deviation³, population moments',
    shape(3),
    { warmUp: (n) => n },
  ),
  ofValue(
    'kurtosis',
    'number',
    'mean fourth power of the distance of the last N one-day returns from their mean / deviation⁴; 3 for a normal one',
    shape(4),
    { warmUp: (n) => n },
  ),
  {
    phrase: 'variance ratio',
    windows: ['K', 'N'],
    takes: [OF_CLOSE],
    unit: 'number',
    formula:
      'mean square of the K-day log changes around K times the mean one-day change, over K times that of the one-day changes, within the last N changes; above 1 trending, below 1 reverting',
    source: 'A. W. Lo and A. C. MacKinlay, Stock Market Prices Do Not Follow Random Walks (1988)',
    warmUp: ([k, n]) => Math.max(k, n),
    compute: ({ values, windows: [k, n] }, out) => {
      const x = scratch(0, out.length);
      logs(values[0], x);
      for (let i = 0; i < out.length; i++)
        out[i] = i < Math.max(k, n) ? Number.NaN : varianceRatio(x, i, k, n);
    },
  },
  {
    phrase: 'Hurst exponent',
    windows: N,
    takes: [OF_CLOSE],
    unit: 'number',
    formula:
      '1/2 + log(variance ratio) / (2 log K), the K/N-day variance ratio with K = the square root of N, rounded; 0.5 for a random walk',
    source:
      'B. B. Mandelbrot and J. W. van Ness, Fractional Brownian Motions (1968): variance grows as K^(2H)',
    warmUp: ([n]) => n,
    compute: ({ values, windows: [n] }, out) => {
      const x = scratch(0, out.length);
      logs(values[0], x);
      const k = Math.max(2, Math.round(Math.sqrt(n)));
      for (let i = 0; i < out.length; i++) {
        const ratio = i < n ? Number.NaN : varianceRatio(x, i, k, n);
        out[i] = ratio > 0 ? 0.5 + log(ratio) / (2 * log(k)) : Number.NaN;
      }
    },
  },
  ofValue(
    'ulcer index',
    'fraction',
    "sqrt(mean square of V / the window's highest so far - 1) over the last N",
    ({ values, windows }, out) => {
      const [window] = windows;
      out.fill(Number.NaN, 0, window - 1);
      for (let i = window - 1; i < out.length; i++) {
        let top = -Infinity;
        let sum = 0;
        for (let j = i - window + 1; j <= i; j++) {
          if (!(top >= values[0][j]!)) top = values[0][j]!;
          sum += (values[0][j]! / top - 1) ** 2;
        }
        out[i] = Math.sqrt(sum / window);
      }
    },
    { source: 'P. G. Martin and B. B. McCann, The Investor’s Guide to Fidelity Funds (1989)' },
  ),
  ofValue(
    'growth',
    'fraction',
    '(V / V N days ago)^(252 / N) - 1, a year',
    ({ values: [x], windows: [n], barsPerYear }, out) => {
      out.fill(Number.NaN, 0, n);
      for (let i = n; i < out.length; i++) {
        const ratio = x[i]! / x[i - n]!;
        out[i] = ratio > 0 && ratio < Infinity ? power(ratio, barsPerYear / n) - 1 : Number.NaN;
      }
    },
    { warmUp: (n) => n },
  ),
];

function efficiency(x: Float64Array, window: number, out: Float64Array): void {
  const steps = scratch(2, out.length);
  if (out.length > 0) steps[0] = Number.NaN;
  for (let i = 1; i < out.length; i++) steps[i] = Math.abs(difference(x[i]!, x[i - 1]!));
  rollingSum(steps, window, out);
  for (let i = 0; i < out.length; i++) {
    const path = out[i]!;
    out[i] = path === 0 ? 0 : Math.min(1, Math.abs(difference(x[i]!, x[i - window]!)) / path);
  }
}

/** Overlapping K-step changes of x within the N changes up to i. */
function varianceRatio(x: Float64Array, i: number, k: number, n: number): number {
  if (k > n) return Number.NaN;
  const first = i - n;
  const drift = (x[i]! - x[first]!) / n;
  let one = 0;
  for (let j = first + 1; j <= i; j++) one += (x[j]! - x[j - 1]! - drift) ** 2;
  let many = 0;
  for (let j = first + k; j <= i; j++) many += (x[j]! - x[j - k]! - k * drift) ** 2;
  return one > 0 ? many / (n - k + 1) / (k * (one / n)) : Number.NaN;
}
