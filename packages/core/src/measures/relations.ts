// Measures of a rule's history, of one instrument against another, and of one among the universe.

import { SAME } from '../numeric/compare.ts';
import { type Measure, NONE, OF_CLOSE } from './measure.ts';
import { pairedMoments } from './paired-moments.ts';
import { oneBarReturns } from './smoothing.ts';

const TRUE = 2;
const UNDEFINED = 1;

function returnsOf(x: Float64Array): Float64Array {
  const out = new Float64Array(x.length);
  oneBarReturns(x, out);
  return out;
}

function positionWord(phrase: string, unit: Measure['unit'], formula: string): Measure {
  return {
    phrase,
    windows: [],
    takes: NONE,
    unit,
    formula,
    source: 'definition',
    warmUp: () => 0,
    compute: (_inputs, out) => {
      out.fill(Number.NaN);
    },
    position: true,
  };
}

export const relations: readonly Measure[] = [
  {
    phrase: 'count',
    windows: ['N'],
    takes: [{ word: 'of', kind: 'rule' }],
    unit: 'bars',
    formula:
      'bars among the last N on which the rule is true; undefined while it is undefined on one of them',
    source: 'definition',
    warmUp: ([n]) => n - 1,
    compute: ({ truths, windows }, out) => {
      const [rule] = truths;
      const [window] = windows;
      let held = 0;
      let lastUndefined = -1;
      for (let i = 0; i < out.length; i++) {
        if (rule[i]! === TRUE) held++;
        else if (rule[i]! === UNDEFINED) lastUndefined = i;
        if (i >= window && rule[i - window]! === TRUE) held--;
        out[i] = i - lastUndefined >= window ? held : Number.NaN;
      }
    },
  },
  {
    phrase: 'days since',
    windows: [],
    takes: [{ word: '', kind: 'rule' }],
    unit: 'bars',
    formula: 'bars since the rule was last true, 0 today; undefined before it first was',
    source: 'definition',
    warmUp: () => 0,
    compute: ({ truths }, out) => {
      const [rule] = truths;
      let last = Number.NaN;
      for (let i = 0; i < out.length; i++) {
        if (rule[i]! === TRUE) last = i;
        out[i] = i - last;
      }
    },
  },
  {
    phrase: 'universe rank',
    windows: [],
    takes: [{ word: 'of', kind: 'value' }],
    unit: 'rank',
    formula:
      "place among that day's members with V defined, 1 = highest; equal values share the better place",
    source: 'definition',
    warmUp: () => 0,
    compute: () => {},
    across: 'rank',
  },
  {
    phrase: 'universe percentile',
    windows: [],
    takes: [{ word: 'of', kind: 'value' }],
    unit: 'percent-scale',
    formula:
      "100 * (members - rank) / (members - 1) among that day's members with V defined; 100 = highest, 100 when alone",
    source: 'definition',
    warmUp: () => 0,
    compute: () => {},
    across: 'percentile',
  },
  {
    phrase: 'correlation',
    windows: ['N'],
    takes: [{ word: 'with', kind: 'value' }, OF_CLOSE],
    unit: 'number',
    formula: "Pearson's r of the last N one-day returns of the two values",
    source: 'definition',
    warmUp: ([n]) => n,
    compute: ({ values, windows }, out) => {
      pairedMoments(returnsOf(values[0]), returnsOf(values[1]), windows[0], (i, xx, xy, yy) => {
        const none = windows[0] * SAME ** 2;
        out[i] = xx <= none || yy <= none ? Number.NaN : xy / (Math.sqrt(xx) * Math.sqrt(yy));
      });
    },
  },
  {
    phrase: 'beta',
    windows: ['N'],
    takes: [{ word: 'to', kind: 'instrument' }],
    unit: 'number',
    formula:
      "covariance / variance of the last N one-day returns of the close on INSTRUMENT's, the latter between the same days",
    source: 'definition',
    warmUp: ([n]) => n,
    compute: ({ bars, values, windows }, out) => {
      pairedMoments(returnsOf(values[0]), returnsOf(bars.close), windows[0], (i, xx, xy) => {
        out[i] = xx <= windows[0] * SAME ** 2 ? Number.NaN : xy / xx;
      });
    },
  },
  {
    phrase: 'relative return',
    windows: ['N'],
    takes: [{ word: 'to', kind: 'instrument' }],
    unit: 'fraction',
    formula: "(1 + N-day return of the close) / (1 + INSTRUMENT's between the same days) - 1",
    source: 'definition',
    warmUp: ([n]) => n,
    compute: ({ bars, values, windows: [n] }, out) => {
      out.fill(Number.NaN, 0, n);
      const [theirs] = values;
      for (let i = n; i < out.length; i++) {
        out[i] = bars.close[i]! / bars.close[i - n]! / (theirs[i]! / theirs[i - n]!) - 1;
      }
    },
  },
  positionWord(
    'profit',
    'fraction',
    "open profit as a fraction of the entry price, in the position's favour",
  ),
  positionWord('days held', 'bars', 'bars held, the entry bar counting 1 if entered at its open, else 0'),
  positionWord('entry price', 'price', 'the fill price of the entry'),
  positionWord(
    'best close',
    'price',
    "best close since entry, in the position's favour; the fill price counts",
  ),
];
