// Measures that read one bar, or it and the bar before.

import { exceeds } from '../numeric/compare.ts';
import { hashText, scramble } from '../numeric/random.ts';
import { type Measure, NONE, type Unit } from './measure.ts';
import { trueRange } from './smoothing.ts';

const DEFINITION = 'definition';

function barColumn(phrase: 'open' | 'high' | 'low' | 'close' | 'volume', unit: Unit): Measure {
  return {
    phrase,
    windows: [],
    takes: NONE,
    unit,
    formula: `the bar's ${phrase}`,
    source: DEFINITION,
    warmUp: () => 0,
    compute: ({ bars }, out) => out.set(bars[phrase]),
    column: (bars) => bars[phrase],
  };
}

export function perBar(
  phrase: string,
  unit: Unit,
  formula: string,
  warmUp: number,
  compute: Measure['compute'],
): Measure {
  return {
    phrase,
    windows: [],
    takes: NONE,
    unit,
    formula,
    source: DEFINITION,
    warmUp: () => warmUp,
    compute,
  };
}

export const barWords: readonly Measure[] = [
  barColumn('open', 'price'),
  barColumn('high', 'price'),
  barColumn('low', 'price'),
  barColumn('close', 'price'),
  barColumn('volume', 'shares'),
  perBar('typical price', 'price', '(high + low + close) / 3', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = (bars.high[i]! + bars.low[i]! + bars.close[i]!) / 3;
  }),
  perBar('middle price', 'price', '(high + low) / 2', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = (bars.high[i]! + bars.low[i]!) / 2;
  }),
  perBar('traded value', 'money', 'close * volume', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = bars.close[i]! * bars.volume[i]!;
  }),
  perBar('close as traded', 'price', 'close / factor', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = bars.close[i]! / (bars.factor ? bars.factor[i]! : 1);
  }),
  perBar(
    'true range',
    'price',
    'max(high - low, |high - previous close|, |low - previous close|); the first bar high - low',
    0,
    ({ bars }, out) => trueRange(bars.high, bars.low, bars.close, out),
  ),
  perBar('day change', 'fraction', 'close / open - 1', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = bars.close[i]! / bars.open[i]! - 1;
  }),
  perBar('gap', 'fraction', 'open / previous close - 1', 1, ({ bars }, out) => {
    if (out.length > 0) out[0] = Number.NaN;
    for (let i = 1; i < out.length; i++) out[i] = bars.open[i]! / bars.close[i - 1]! - 1;
  }),
  perBar(
    'streak',
    'number',
    'closes higher in a row as +n, lower as -n, 0 when unchanged',
    1,
    ({ bars }, out) => {
      const close = bars.close;
      if (out.length > 0) out[0] = Number.NaN;
      let run = 0;
      for (let i = 1; i < out.length; i++) {
        if (exceeds(close[i]!, close[i - 1]!)) run = run > 0 ? run + 1 : 1;
        else if (exceeds(close[i - 1]!, close[i]!)) run = run < 0 ? run - 1 : -1;
        else run = 0;
        out[i] = run;
      }
    },
  ),
  perBar('bar range', 'price', 'high - low', 0, ({ bars }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = bars.high[i]! - bars.low[i]!;
  }),
  perBar(
    'internal bar strength',
    'fraction',
    '(close - low) / (high - low); 0.5 for a bar without range',
    0,
    ({ bars: { high, low, close } }, out) => {
      for (let i = 0; i < out.length; i++) {
        out[i] = high[i] === low[i] ? 0.5 : (close[i]! - low[i]!) / (high[i]! - low[i]!);
      }
    },
  ),
  perBar('body', 'fraction', '|close - open| / close', 0, ({ bars: { open, close } }, out) => {
    for (let i = 0; i < out.length; i++) out[i] = Math.abs(close[i]! - open[i]!) / close[i]!;
  }),
  perBar(
    'upper shadow',
    'fraction',
    '(high - max(open, close)) / close',
    0,
    ({ bars: { open, high, close } }, out) => {
      for (let i = 0; i < out.length; i++) out[i] = (high[i]! - Math.max(open[i]!, close[i]!)) / close[i]!;
    },
  ),
  perBar(
    'lower shadow',
    'fraction',
    '(min(open, close) - low) / close',
    0,
    ({ bars: { open, low, close } }, out) => {
      for (let i = 0; i < out.length; i++) out[i] = (Math.min(open[i]!, close[i]!) - low[i]!) / close[i]!;
    },
  ),
  perBar(
    'random',
    'fraction',
    'uniform in [0, 1), a pure function of the seed, the symbol and the day',
    0,
    ({ bars, symbol, seed }, out) => {
      const key = scramble(hashText(symbol) ^ scramble(seed));
      for (let i = 0; i < out.length; i++) {
        out[i] = scramble(key ^ scramble(bars.day[i]!)) / 4294967296;
      }
    },
  ),
];
