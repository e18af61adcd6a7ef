// Measures of where a price stands within a channel, and how wide the channel is.

import type { Bars } from '../bars/bars.ts';
import { reaches } from '../numeric/compare.ts';
import { type Measure, NONE, OF_CLOSE } from './measure.ts';
import { averageTrueRange } from './oscillators.ts';
import { largestOfRun, rollingAverage, rollingExtreme, rollingMoments, smallestOfRun } from './rolling.ts';
import { scratch } from './scratch.ts';
import { exponential } from './smoothing.ts';

const DEFINITION = 'definition';
const N = ['N'] as const;

function typical({ high, low, close }: Bars, out: Float64Array): void {
  for (let i = 0; i < out.length; i++) out[i] = (high[i]! + low[i]! + close[i]!) / 3;
}

function envelope(phrase: string, sign: 1 | -1): Measure {
  return {
    phrase,
    windows: N,
    takes: [{ word: 'at', kind: 'number' }],
    unit: 'price',
    formula: `N-day exponential average of typical price ${sign === 1 ? '+' : '-'} K * N-day ATR`,
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows, numbers }, out) => {
      const range = scratch(0, out.length);
      averageTrueRange(bars, windows[0], range);
      typical(bars, out);
      exponential(out, windows[0], out);
      for (let i = 0; i < out.length; i++) out[i]! += sign * numbers[0] * range[i]!;
    },
  };
}

function isAsFar(value: number, extreme: number, sign: 1 | -1): boolean {
  return sign === 1 ? reaches(value, extreme) : reaches(extreme, value);
}

/** How many bars back the window's highest high or lowest low lies; the newest of equals. */
function barsBack(x: Float64Array, window: number, sign: 1 | -1, out: Float64Array): void {
  let at = 0;
  for (let i = 0; i < out.length; i++) {
    if (at <= i - window) {
      at = i - window + 1;
      for (let j = at + 1; j <= i; j++) if (isAsFar(x[j]!, x[at]!, sign)) at = j;
    } else if (isAsFar(x[i]!, x[at]!, sign)) at = i;
    out[i] = i < window - 1 ? Number.NaN : i - at;
  }
}

function aroon(phrase: string, compute: Measure['compute'], formula: string): Measure {
  return {
    phrase,
    windows: N,
    takes: NONE,
    unit: 'percent-scale',
    formula,
    source: 'T. S. Chande, A Time Price Oscillator (1995)',
    warmUp: ([n]) => n,
    compute,
  };
}

/** 100 * (N - bars since the extreme of the last N + 1 bars) / N */
function aroonLine(x: Float64Array, window: number, sign: 1 | -1, out: Float64Array): void {
  barsBack(x, window + 1, sign, out);
  for (let i = 0; i < out.length; i++) out[i] = (100 * (window - out[i]!)) / window;
}

function bandMeasure(
  phrase: string,
  unit: Measure['unit'],
  formula: string,
  read: (value: number, mean: number, width: number) => number,
): Measure {
  return {
    phrase,
    windows: N,
    takes: [{ word: 'at', kind: 'number' }, OF_CLOSE],
    unit,
    formula,
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ values, windows, numbers }, out) => {
      const [window] = windows;
      const squares = scratch(0, out.length);
      rollingMoments(values[0], window, out, squares);
      for (let i = 0; i < out.length; i++) {
        out[i] = read(values[0][i]!, out[i]!, numbers[0] * Math.sqrt(squares[i]! / window));
      }
    },
  };
}

export const channels: readonly Measure[] = [
  {
    phrase: 'channel middle',
    windows: N,
    takes: NONE,
    unit: 'price',
    formula: '(N-day high + N-day low) / 2',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => {
      const low = scratch(0, out.length);
      smallestOfRun(bars.low, 0, out.length, windows[0], low);
      largestOfRun(bars.high, 0, out.length, windows[0], out);
      for (let i = 0; i < out.length; i++) out[i] = (out[i]! + low[i]!) / 2;
    },
  },
  {
    phrase: 'place',
    windows: N,
    takes: [OF_CLOSE],
    unit: 'percent-scale',
    formula: '100 * (V - lowest of the last N) / (highest - lowest); 50 when flat',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ values, windows }, out) => {
      const low = scratch(0, out.length);
      rollingExtreme(values[0], windows[0], -1, low);
      rollingExtreme(values[0], windows[0], 1, out);
      for (let i = 0; i < out.length; i++) {
        const range = out[i]! - low[i]!;
        out[i] = range === 0 ? 50 : (100 * (values[0][i]! - low[i]!)) / range;
      }
    },
  },
  envelope('upper envelope', 1),
  envelope('lower envelope', -1),
  bandMeasure('band width', 'fraction', '(upper band - lower band) / average', (_value, mean, width) =>
    mean === 0 ? Number.NaN : (2 * width) / mean,
  ),
  bandMeasure(
    'band place',
    'fraction',
    '(V - lower band) / (upper band - lower band); undefined when the bands meet',
    (value, mean, width) => (width === 0 ? Number.NaN : (value - mean + width) / (2 * width)),
  ),
  aroon(
    'Aroon up',
    ({ bars, windows }, out) => aroonLine(bars.high, windows[0], 1, out),
    '100 * (N - bars since the highest high of the last N + 1 bars) / N; of equal highs the newest',
  ),
  aroon(
    'Aroon down',
    ({ bars, windows }, out) => aroonLine(bars.low, windows[0], -1, out),
    '100 * (N - bars since the lowest low of the last N + 1 bars) / N; of equal lows the newest',
  ),
  aroon(
    'Aroon',
    ({ bars, windows }, out) => {
      const down = scratch(0, out.length);
      aroonLine(bars.low, windows[0], -1, down);
      aroonLine(bars.high, windows[0], 1, out);
      for (let i = 0; i < out.length; i++) out[i]! -= down[i]!;
    },
    'Aroon up - Aroon down',
  ),
  {
    phrase: 'age of high',
    windows: N,
    takes: NONE,
    unit: 'bars',
    formula: 'bars since the highest high of the last N; of equal highs the newest',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => barsBack(bars.high, windows[0], 1, out),
  },
  {
    phrase: 'age of low',
    windows: N,
    takes: NONE,
    unit: 'bars',
    formula: 'bars since the lowest low of the last N; of equal lows the newest',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => barsBack(bars.low, windows[0], -1, out),
  },
  {
    phrase: 'CCI',
    windows: N,
    takes: NONE,
    unit: 'number',
    formula:
      '(typical price - its N-day average) / (0.015 * mean absolute distance from it); 0 when all are equal',
    source: 'D. R. Lambert, Commodity Channel Index (1980)',
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => {
      const [window] = windows;
      const price = scratch(0, out.length);
      typical(bars, price);
      rollingAverage(price, window, out);
      for (let i = window - 1; i < out.length; i++) {
        let distance = 0;
        for (let j = i - window + 1; j <= i; j++) distance += Math.abs(price[j]! - out[i]!);
        out[i] = distance === 0 ? 0 : (price[i]! - out[i]!) / ((0.015 * distance) / window);
      }
    },
  },
  {
    phrase: 'Williams R',
    windows: N,
    takes: NONE,
    unit: 'percent-scale',
    formula: '-100 * (N-day high - close) / (N-day high - N-day low); -50 when flat',
    source: 'L. R. Williams, How I Made One Million Dollars (1973)',
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => {
      const low = scratch(0, out.length);
      smallestOfRun(bars.low, 0, out.length, windows[0], low);
      largestOfRun(bars.high, 0, out.length, windows[0], out);
      for (let i = 0; i < out.length; i++) {
        const range = out[i]! - low[i]!;
        out[i] = range === 0 ? -50 : (-100 * (out[i]! - bars.close[i]!)) / range;
      }
    },
  },
];
