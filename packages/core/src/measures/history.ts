// Measures of a value against its own history: ranks, distances, drawdowns.

import { type Measure, NONE, OF_CLOSE, type Unit } from './measure.ts';
import { rollingExtreme, rollingPercentRank } from './rolling.ts';
import { scratch } from './scratch.ts';

const DEFINITION = 'definition';
const N = ['N'] as const;

/** The largest or smallest value so far; NaN before the first. */
function extremeSoFar(x: Float64Array, sign: 1 | -1, out: Float64Array): void {
  let best = Number.NaN;
  for (let i = 0; i < out.length; i++) {
    if (!((best - x[i]!) * sign >= 0) && x[i] === x[i]) best = x[i]!;
    out[i] = best;
  }
}

function soFar(phrase: string, column: 'high' | 'low', sign: 1 | -1): Measure {
  return {
    phrase,
    windows: [],
    takes: NONE,
    unit: 'price',
    formula: `${sign === 1 ? 'highest high' : 'lowest low'} of all bars so far`,
    source: DEFINITION,
    warmUp: () => 0,
    compute: ({ bars }, out) => extremeSoFar(bars[column], sign, out),
  };
}

/** value / bound - 1, undefined where the bound is 0. */
function distance(value: Float64Array, bound: Float64Array, out: Float64Array): void {
  for (let i = 0; i < out.length; i++) out[i] = bound[i] === 0 ? Number.NaN : value[i]! / bound[i]! - 1;
}

function windowed(
  phrase: string,
  unit: Unit,
  formula: string,
  compute: (x: Float64Array, window: number, out: Float64Array) => void,
): Measure {
  return {
    phrase,
    windows: N,
    takes: [OF_CLOSE],
    unit,
    formula,
    source: DEFINITION,
    warmUp: ([n]) => n - 1,
    compute: ({ values, windows }, out) => compute(values[0], windows[0], out),
  };
}

export const history: readonly Measure[] = [
  windowed(
    'percent rank',
    'percent-scale',
    '100 * how many of the N - 1 values before are smaller / (N - 1); 100 for N = 1',
    rollingPercentRank,
  ),
  windowed('drawdown', 'fraction', 'V / its highest of the last N - 1, never above 0', (x, window, out) => {
    const top = scratch(0, out.length);
    rollingExtreme(x, window, 1, top);
    distance(x, top, out);
  }),
  windowed(
    'largest drawdown',
    'fraction',
    'the smallest V / its highest so far - 1 within the last N, never above 0',
    (x, window, out) => {
      out.fill(Number.NaN, 0, window - 1);
      for (let i = window - 1; i < out.length; i++) {
        let top = Number.NaN;
        let worst = 0;
        for (let j = i - window + 1; j <= i; j++) {
          if (!(top >= x[j]!)) top = x[j]!;
          const fall = top === 0 ? Number.NaN : x[j]! / top - 1;
          worst = Math.min(worst, fall);
        }
        out[i] = worst;
      }
    },
  ),
  {
    ...windowed('distance from high', 'fraction', 'close / N-day high - 1', () => {}),
    takes: NONE,
    compute: ({ bars, windows }, out) => {
      const bound = scratch(0, out.length);
      rollingExtreme(bars.high, windows[0], 1, bound);
      distance(bars.close, bound, out);
    },
  },
  {
    ...windowed('distance from low', 'fraction', 'close / N-day low - 1', () => {}),
    takes: NONE,
    compute: ({ bars, windows }, out) => {
      const bound = scratch(0, out.length);
      rollingExtreme(bars.low, windows[0], -1, bound);
      distance(bars.close, bound, out);
    },
  },
  soFar('all-time high', 'high', 1),
  soFar('all-time low', 'low', -1),
  {
    phrase: 'days listed',
    windows: [],
    takes: NONE,
    unit: 'bars',
    formula: "the instrument's bars so far, 1 at the first",
    source: DEFINITION,
    warmUp: () => 0,
    compute: (_inputs, out) => {
      for (let i = 0; i < out.length; i++) out[i] = i + 1;
    },
  },
  {
    phrase: 'run',
    windows: [],
    takes: [{ word: 'of', kind: 'rule' }],
    unit: 'bars',
    formula: 'bars in a row, today the last, on which the rule is true; undefined where the rule is',
    source: DEFINITION,
    warmUp: () => 0,
    compute: ({ truths }, out) => {
      const [rule] = truths;
      let run = 0;
      for (let i = 0; i < out.length; i++) {
        run = rule[i]! === 2 ? run + 1 : 0;
        out[i] = rule[i]! === 1 ? Number.NaN : run;
      }
    },
  },
];
