// What one entry of the measure catalogue is (rule-text.md, Measures).

import type { Bars } from '../bars/bars.ts';

/** What a measure's value is counted in; the checker compares like with like. */
export type Unit =
  | 'price'
  | 'shares'
  | 'money'
  | 'fraction'
  | 'percent-scale'
  | 'bars'
  | 'rank'
  | 'number'
  | 'calendar'
  /** the unit of the value it is taken of */
  | 'same';

/** Something that follows the measure's words: `of V`, `at K`, `with V`, `to INSTRUMENT`, `(rule)`. */
export interface Argument {
  readonly word: 'of' | 'at' | 'with' | 'to' | '';
  readonly kind: 'value' | 'number' | 'rule' | 'instrument';
  /** may be left out, and then means the close */
  readonly optional?: true;
}

/** The windows of a measure, as many as its entry names. */
type Windows = readonly [number, number, number];

/**
 * All a kernel reads, for one instrument. Columns are as long as `bars`; an undefined value is NaN. Of windows, values, truths
 * and numbers there are as many as its entry in the catalogue names, and a kernel reads no others.
 */
export interface Inputs {
  readonly symbol: string;
  readonly bars: Bars;
  readonly windows: Windows;
  /** the values named by the arguments, in the order of the catalogue entry */
  readonly values: readonly [Float64Array, Float64Array];
  /** the truths of rule arguments: 0 false, 1 undefined, 2 true */
  readonly truths: readonly [Uint8Array];
  /** the plain numbers of `at K` */
  readonly numbers: readonly [number];
  /** bars in a year: 252, 52 or 12 */
  readonly barsPerYear: number;
  readonly seed: number;
}

export interface Measure {
  /** the words it is written with, in lower case but for initials: `exponential average`, `RSI` */
  readonly phrase: string;
  /** the names of its windows, as the help shows them: ['N'] or ['F', 'S', 'G'] */
  readonly windows: readonly string[];
  readonly takes: readonly Argument[];
  readonly unit: Unit;
  readonly formula: string;
  readonly source: string;
  /** how many leading bars are undefined when its inputs are defined from the first bar */
  readonly warmUp: (windows: Windows) => number;
  /** Fills `out`, one value a bar, NaN where undefined. */
  readonly compute: (inputs: Inputs, out: Float64Array) => void;
  /** The value at one bar, the same to the last bit as in the column: for measures too cheap to need one. */
  readonly at?: (inputs: Inputs, bar: number) => number;
  /** the measure is the largest (1) or smallest (-1) of this bar column over its window */
  readonly extreme?: { readonly of: 'high' | 'low'; readonly sign: 1 | -1 };
  /** a column of the bar itself, read in place instead of computed */
  readonly column?: (bars: Bars) => Float64Array;
  /** read only by exit rules, from the position rather than from a column */
  readonly position?: true;
  /** compares the day's universe members with each other instead of reading one instrument */
  readonly across?: 'rank' | 'percentile';
}

/** The windows that most traders begin with, where they are not the plain ones of their number. */
const USUAL: Readonly<Record<string, readonly number[]>> = {
  average: [50],
  high: [20],
  low: [20],
  RSI: [14],
  ATR: [14],
  ADX: [14],
  'plus DI': [14],
  'minus DI': [14],
  stochastic: [14, 3],
  'Williams R': [14],
  'money flow index': [14],
  CCI: [20],
  Aroon: [25],
  'Aroon up': [25],
  'Aroon down': [25],
  return: [20],
  volatility: [20],
  MACD: [12, 26],
  'MACD signal': [12, 26, 9],
  'variance ratio': [5, 100],
};
const PLAIN: readonly number[] = [20, 50, 9];

/** Windows to begin with. */
export function usualWindows({ phrase, windows }: Pick<Measure, 'phrase' | 'windows'>): readonly number[] {
  return (USUAL[phrase] ?? PLAIN).slice(0, windows.length);
}

export const OF_CLOSE: Argument = { word: 'of', kind: 'value', optional: true };
export const NONE: readonly Argument[] = [];
