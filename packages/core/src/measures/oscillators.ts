// Measures of strength and range that the trade knows by name.

import type { Bars } from '../bars/bars.ts';
import { difference, exceeds } from '../numeric/compare.ts';
import { type Measure, NONE, OF_CLOSE } from './measure.ts';
import { rollingAverage, rollingExtreme, rollingSum } from './rolling.ts';
import { scratch } from './scratch.ts';
import { exponential, rangeAfter, trueRange, wilder } from './smoothing.ts';

const WILDER_1978 = 'J. W. Wilder, New Concepts in Technical Trading Systems (1978)';

/** RSI in one pass: two Wilder averages, of rises and of falls, started as plain averages of the first N changes. */
function relativeStrength(x: Float64Array, window: number, out: Float64Array): void {
  let before = Number.NaN;
  let seen = 0;
  let rises = 0;
  let falls = 0;
  const weight = 1 / window;
  for (let i = 0; i < out.length; i++) {
    const change = difference(x[i]!, before);
    before = x[i]!;
    if (change !== change) {
      out[i] = Number.NaN;
      continue;
    }
    const rise = change > 0 ? change : 0;
    const fall = rise - change;
    if (seen >= window) {
      rises += weight * (rise - rises);
      falls += weight * (fall - falls);
    } else {
      rises += rise;
      falls += fall;
      if (++seen < window) {
        out[i] = Number.NaN;
        continue;
      }
      rises /= window;
      falls /= window;
    }
    out[i] = shareOfRises(rises, falls);
  }
}

/** 100 * up / (up + down); 100 with no falls, 50 with neither. */
function shareOfRises(up: number, down: number): number {
  if (down === 0) return up === 0 ? 50 : 100;
  return (100 * up) / (up + down);
}

function stochastic(
  high: Float64Array,
  low: Float64Array,
  close: Float64Array,
  window: number,
  out: Float64Array,
): void {
  const top = scratch(0, out.length);
  rollingExtreme(high, window, 1, top);
  rollingExtreme(low, window, -1, out);
  for (let i = 0; i < out.length; i++) {
    const range = top[i]! - out[i]!;
    out[i] = range === 0 ? 50 : (100 * (close[i]! - out[i]!)) / range;
  }
}

function macd(x: Float64Array, fast: number, slow: number, out: Float64Array): void {
  const quick = scratch(0, out.length);
  exponential(x, fast, quick);
  exponential(x, slow, out);
  for (let i = 0; i < out.length; i++) out[i] = difference(quick[i]!, out[i]!);
}

/** Wilder's directional lines over N: 100 * smoothed movement / smoothed true range, both from the second bar on. */
function directional(
  high: Float64Array,
  low: Float64Array,
  close: Float64Array,
  window: number,
): { plus: Float64Array; minus: Float64Array } {
  const n = close.length;
  const plus = scratch(0, n);
  const minus = scratch(1, n);
  const range = scratch(2, n);
  trueRange(high, low, close, range);
  if (n > 0) plus[0] = minus[0] = range[0] = Number.NaN;
  for (let i = 1; i < n; i++) {
    const up = difference(high[i]!, high[i - 1]!);
    const down = difference(low[i - 1]!, low[i]!);
    plus[i] = exceeds(up, down) && up > 0 ? up : 0;
    minus[i] = exceeds(down, up) && down > 0 ? down : 0;
  }
  wilder(plus, window, plus);
  wilder(minus, window, minus);
  wilder(range, window, range);
  for (let i = 0; i < n; i++) {
    plus[i] = range[i] === 0 ? 0 : (100 * plus[i]!) / range[i]!;
    minus[i] = range[i] === 0 ? 0 : (100 * minus[i]!) / range[i]!;
  }
  return { plus, minus };
}

/** True range and its Wilder average in one pass. */
export function averageTrueRange({ high, low, close }: Bars, window: number, out: Float64Array): void {
  const weight = 1 / window;
  let state = 0;
  for (let i = 0; i < Math.min(window, out.length); i++) {
    state += rangeAfter(i === 0 ? low[0]! : close[i - 1]!, high[i]!, low[i]!);
    out[i] = Number.NaN;
  }
  if (window > out.length) return;
  state /= window;
  out[window - 1] = state;
  for (let i = window; i < out.length; i++) {
    state += weight * (rangeAfter(close[i - 1]!, high[i]!, low[i]!) - state);
    out[i] = state;
  }
}

export const oscillators: readonly Measure[] = [
  {
    phrase: 'ATR',
    windows: ['N'],
    takes: NONE,
    unit: 'price',
    formula: 'Wilder average of the true range',
    source: WILDER_1978,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => averageTrueRange(bars, windows[0], out),
  },
  {
    phrase: 'RSI',
    windows: ['N'],
    takes: [OF_CLOSE],
    unit: 'percent-scale',
    formula: '100 * rises / (rises + falls), Wilder averages; 100 with no falls, 50 with neither',
    source: WILDER_1978,
    warmUp: ([n]) => n,
    compute: ({ values, windows }, out) => relativeStrength(values[0], windows[0], out),
  },
  {
    phrase: 'MACD',
    windows: ['F', 'S'],
    takes: [OF_CLOSE],
    unit: 'same',
    formula: 'F-day exponential average - S-day exponential average',
    source: 'definition',
    warmUp: ([fast, slow]) => Math.max(fast, slow) - 1,
    compute: ({ values, windows }, out) => macd(values[0], windows[0], windows[1], out),
  },
  {
    phrase: 'MACD signal',
    windows: ['F', 'S', 'G'],
    takes: [OF_CLOSE],
    unit: 'same',
    formula: 'G-day exponential average of the F/S-day MACD',
    source: 'definition',
    warmUp: ([fast, slow, signal]) => Math.max(fast, slow) + signal - 2,
    compute: ({ values, windows }, out) => {
      macd(values[0], windows[0], windows[1], out);
      exponential(out, windows[2], out);
    },
  },
  {
    phrase: 'stochastic',
    windows: ['N'],
    takes: NONE,
    unit: 'percent-scale',
    formula: '100 * (close - N-day low) / (N-day high - N-day low); 50 when flat',
    source: 'definition',
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => stochastic(bars.high, bars.low, bars.close, windows[0], out),
  },
  {
    phrase: 'stochastic',
    windows: ['N', 'K'],
    takes: NONE,
    unit: 'percent-scale',
    formula: 'K-day average of the N-day stochastic',
    source: 'definition',
    warmUp: ([n, k]) => n + k - 2,
    compute: ({ bars, windows }, out) => {
      const raw = scratch(1, out.length);
      stochastic(bars.high, bars.low, bars.close, windows[0], raw);
      rollingAverage(raw, windows[1], out);
    },
  },
  {
    phrase: 'money flow index',
    windows: ['N'],
    takes: NONE,
    unit: 'percent-scale',
    formula:
      'typical price * volume summed over N on rising against falling typical prices, as 100 * up / (up + down); 100 / 50 as RSI',
    source: 'definition',
    warmUp: ([n]) => n,
    compute: ({ bars, windows }, out) => {
      const n = out.length;
      const up = scratch(0, n);
      const down = scratch(1, n);
      let before = Number.NaN;
      for (let i = 0; i < n; i++) {
        const typical = (bars.high[i]! + bars.low[i]! + bars.close[i]!) / 3;
        const flow = typical * bars.volume[i]!;
        up[i] = exceeds(typical, before) ? flow : 0;
        down[i] = exceeds(before, typical) ? flow : 0;
        before = typical;
      }
      if (n > 0) up[0] = down[0] = Number.NaN;
      const ups = scratch(2, n);
      rollingSum(up, windows[0], ups);
      rollingSum(down, windows[0], out);
      for (let i = 0; i < n; i++) out[i] = shareOfRises(ups[i]!, out[i]!);
    },
  },
  {
    phrase: 'plus DI',
    windows: ['N'],
    takes: NONE,
    unit: 'percent-scale',
    formula: '100 * Wilder average of upward movement / Wilder average of true range',
    source: WILDER_1978,
    warmUp: ([n]) => n,
    compute: ({ bars, windows }, out) =>
      out.set(directional(bars.high, bars.low, bars.close, windows[0]).plus),
  },
  {
    phrase: 'minus DI',
    windows: ['N'],
    takes: NONE,
    unit: 'percent-scale',
    formula: '100 * Wilder average of downward movement / Wilder average of true range',
    source: WILDER_1978,
    warmUp: ([n]) => n,
    compute: ({ bars, windows }, out) =>
      out.set(directional(bars.high, bars.low, bars.close, windows[0]).minus),
  },
  {
    phrase: 'ADX',
    windows: ['N'],
    takes: NONE,
    unit: 'percent-scale',
    formula: 'Wilder average of 100 * |plus DI - minus DI| / (plus DI + minus DI), 0 when both are 0',
    source: WILDER_1978,
    warmUp: ([n]) => 2 * n - 1,
    compute: ({ bars, windows }, out) => {
      const { plus, minus } = directional(bars.high, bars.low, bars.close, windows[0]);
      for (let i = 0; i < out.length; i++) {
        const both = plus[i]! + minus[i]!;
        out[i] = both === 0 ? 0 : (100 * Math.abs(plus[i]! - minus[i]!)) / both;
      }
      wilder(out, windows[0], out);
    },
  },
];
