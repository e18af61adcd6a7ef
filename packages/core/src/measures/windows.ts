// Measures over a sliding window of one value: averages, extremes, spread, line.

import { SAME } from '../numeric/compare.ts';
import { type Measure, NONE, OF_CLOSE, type Unit } from './measure.ts';
import {
  largestOfRun,
  rollingAverage,
  rollingExtreme,
  rollingLine,
  rollingMedian,
  rollingMoments,
  rollingSum,
  smallestOfRun,
} from './rolling.ts';
import { scratch } from './scratch.ts';
import { exponential, oneBarReturns, wilder } from './smoothing.ts';

const N = ['N'] as const;
const DEFINITION = 'definition';

function ofValue(
  phrase: string,
  formula: string,
  kernel: (x: Float64Array, window: number, out: Float64Array) => void,
  extra: {
    unit?: Unit;
    source?: string;
    warmUp?: (n: number) => number;
    at?: (x: Float64Array, window: number, bar: number) => number;
  } = {},
): Measure {
  const { unit = 'same', source = DEFINITION, warmUp = (n) => n - 1, at } = extra;
  return {
    phrase,
    windows: N,
    takes: [OF_CLOSE],
    unit,
    formula,
    source,
    warmUp: ([n]) => warmUp(n),
    compute: ({ values, windows }, out) => kernel(values[0], windows[0], out),
    ...(at ? { at: ({ values, windows }, bar) => at(values[0], windows[0], bar) } : {}),
  };
}

function weightedAverage(x: Float64Array, window: number, out: Float64Array): void {
  // With k = 1..N and the fitted line mean + slope * (k - middle), the average weighted by k is
  // mean + slope * (N - 1) / 6; the line's value today is mean + slope * (N - 1) / 2.
  const slope = scratch(0, out.length);
  rollingLine(x, window, slope, out);
  for (let i = 0; i < out.length; i++) out[i]! -= (slope[i]! * (window - 1)) / 3;
}

function band(phrase: string, sign: 1 | -1): Measure {
  return {
    phrase,
    windows: N,
    takes: [{ word: 'at', kind: 'number' }, OF_CLOSE],
    unit: 'same',
    formula: `average of the last N ${sign === 1 ? '+' : '-'} K * population standard deviation`,
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ values, windows, numbers }, out) => {
      const [window] = windows;
      const squares = scratch(0, out.length);
      rollingMoments(values[0], window, out, squares);
      for (let i = 0; i < out.length; i++) out[i]! += sign * numbers[0] * Math.sqrt(squares[i]! / window);
    },
  };
}

function deviation(x: Float64Array, window: number, out: Float64Array): void {
  rollingMoments(x, window, scratch(0, out.length), out);
  for (let i = 0; i < out.length; i++) out[i] = Math.sqrt(out[i]! / window);
}

export const windowMeasures: readonly Measure[] = [
  ofValue('average', 'sum of the last N / N', rollingAverage),
  ofValue('sum', 'sum of the last N', rollingSum),
  ofValue('median', 'the middle of the last N, sorted', rollingMedian),
  ofValue('weighted average', 'linear weights 1 to N, today heaviest', weightedAverage),
  ofValue('exponential average', 'smoothing 2 / (N + 1), from the average of the first N', exponential),
  ofValue('Wilder average', 'smoothing 1 / N, from the average of the first N', wilder, {
    source: 'J. W. Wilder, New Concepts in Technical Trading Systems (1978)',
  }),
  ofValue('highest', 'largest of the last N', (x, n, out) => rollingExtreme(x, n, 1, out)),
  ofValue('lowest', 'smallest of the last N', (x, n, out) => rollingExtreme(x, n, -1, out)),
  {
    phrase: 'high',
    windows: N,
    takes: NONE,
    unit: 'price',
    formula: 'highest high of the last N',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => largestOfRun(bars.high, 0, out.length, windows[0], out),
    extreme: { of: 'high', sign: 1 },
  },
  {
    phrase: 'low',
    windows: N,
    takes: NONE,
    unit: 'price',
    formula: 'lowest low of the last N',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => smallestOfRun(bars.low, 0, out.length, windows[0], out),
    extreme: { of: 'low', sign: -1 },
  },
  ofValue(
    'return',
    'V / V N days ago - 1',
    (x, window, out) => {
      out.fill(Number.NaN, 0, Math.min(window, out.length));
      for (let i = window; i < out.length; i++) {
        const before = x[i - window]!;
        out[i] = before === 0 ? Number.NaN : x[i]! / before - 1;
      }
    },
    {
      unit: 'fraction',
      warmUp: (n) => n,
      at: (x, n, i) => (i < n || x[i - n] === 0 ? Number.NaN : x[i]! / x[i - n]! - 1),
    },
  ),
  ofValue('deviation', 'population standard deviation of the last N', deviation),
  ofValue(
    'z-score',
    '(V - average) / deviation; undefined when the deviation is 0',
    (x, window, out) => {
      const squares = scratch(0, out.length);
      rollingMoments(x, window, out, squares);
      for (let i = 0; i < out.length; i++) {
        out[i] = squares[i]! > 0 ? (x[i]! - out[i]!) / Math.sqrt(squares[i]! / window) : Number.NaN;
      }
    },
    { unit: 'number' },
  ),
  band('upper band', 1),
  band('lower band', -1),
  {
    ...ofValue(
      'volatility',
      'sample standard deviation of the last N one-day returns * sqrt(252)',
      () => {},
      {
        unit: 'fraction',
        warmUp: (n) => n,
      },
    ),
    compute: ({ values, windows, barsPerYear }, out) => {
      const returns = scratch(0, out.length);
      oneBarReturns(values[0], returns);
      const [window] = windows;
      const scale = window > 1 ? barsPerYear / (window - 1) : Number.NaN;
      rollingMoments(returns, window, scratch(1, out.length), out);
      for (let i = 0; i < out.length; i++) {
        // Returns that differ by less than rounding do not vary (statistics.md).
        out[i] = out[i]! <= window * SAME ** 2 ? 0 * scale : Math.sqrt(out[i]! * scale);
      }
    },
  },
  ofValue('slope', 'least squares over the last N: change per bar', (x, window, out) => {
    rollingLine(x, window, out, scratch(0, out.length));
  }),
  ofValue('trend line', "least squares over the last N: the line's value today", (x, window, out) => {
    rollingLine(x, window, scratch(0, out.length), out);
  }),
];
