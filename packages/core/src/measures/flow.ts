// Measures of volume: how much was traded, and on which side of the bar.

import type { Bars } from '../bars/bars.ts';
import { difference } from '../numeric/compare.ts';
import { type Measure, NONE } from './measure.ts';
import { rollingAverage, rollingSum } from './rolling.ts';
import { scratch } from './scratch.ts';

const DEFINITION = 'definition';
const N = ['N'] as const;

/** Volume times where the close stands in its bar, from -1 at the low to 1 at the high; 0 for a bar without range. */
function signedVolume({ high, low, close, volume }: Bars, out: Float64Array): void {
  for (let i = 0; i < out.length; i++) {
    const range = high[i]! - low[i]!;
    out[i] = range === 0 ? 0 : (volume[i]! * (close[i]! - low[i]! - (high[i]! - close[i]!))) / range;
  }
}

function addUp(x: Float64Array): void {
  for (let i = 1; i < x.length; i++) x[i]! += x[i - 1]!;
}

export const flow: readonly Measure[] = [
  {
    phrase: 'on-balance volume',
    windows: [],
    takes: NONE,
    unit: 'shares',
    formula: 'volume added on rising closes and taken away on falling ones, from 0 at the first bar',
    source: 'J. E. Granville, New Key to Stock Market Profits (1963)',
    warmUp: () => 0,
    compute: ({ bars }, out) => {
      for (let i = 1; i < out.length; i++) {
        out[i] = Math.sign(difference(bars.close[i]!, bars.close[i - 1]!)) * bars.volume[i]!;
      }
      if (out.length > 0) out[0] = 0;
      addUp(out);
    },
  },
  {
    phrase: 'accumulation line',
    windows: [],
    takes: NONE,
    unit: 'shares',
    formula:
      'sum so far of volume * ((close - low) - (high - close)) / (high - low); a bar without range adds 0',
    source: DEFINITION,
    warmUp: () => 0,
    compute: ({ bars }, out) => {
      signedVolume(bars, out);
      addUp(out);
    },
  },
  {
    phrase: 'volume flow',
    windows: N,
    takes: NONE,
    unit: 'fraction',
    formula:
      'sum over N of volume * ((close - low) - (high - close)) / (high - low), over the sum of volume; 0 without volume',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => {
      const signed = scratch(0, out.length);
      const all = scratch(1, out.length);
      signedVolume(bars, signed);
      rollingSum(signed, windows[0], out);
      rollingSum(bars.volume, windows[0], all);
      for (let i = 0; i < out.length; i++) out[i] = all[i] === 0 ? 0 : out[i]! / all[i]!;
    },
  },
  {
    phrase: 'relative volume',
    windows: N,
    takes: NONE,
    unit: 'number',
    formula: 'volume / average volume of the N bars before; undefined when that is 0',
    source: DEFINITION,
    warmUp: ([n]) => n,
    compute: ({ bars, windows }, out) => {
      const average = scratch(0, out.length);
      rollingAverage(bars.volume, windows[0], average);
      if (out.length > 0) out[0] = Number.NaN;
      for (let i = 1; i < out.length; i++) {
        out[i] = average[i - 1]! > 0 ? bars.volume[i]! / average[i - 1]! : Number.NaN;
      }
    },
  },
  {
    phrase: 'volume-weighted average',
    windows: N,
    takes: NONE,
    unit: 'price',
    formula: 'sum over N of typical price * volume / sum of volume; undefined without volume',
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ bars, windows }, out) => {
      const money = scratch(0, out.length);
      const shares = scratch(1, out.length);
      for (let i = 0; i < out.length; i++) {
        money[i] = ((bars.high[i]! + bars.low[i]! + bars.close[i]!) / 3) * bars.volume[i]!;
      }
      rollingSum(money, windows[0], out);
      rollingSum(bars.volume, windows[0], shares);
      for (let i = 0; i < out.length; i++) out[i] = shares[i]! > 0 ? out[i]! / shares[i]! : Number.NaN;
    },
  },
];
