// What a finished blend is: what a run is, with its parts beside it.

import type { Run } from '../run.ts';
import type { Outcome } from '../simulation/records.ts';
import type { CurveFigures } from '../statistics/curve-figures.ts';
import type { Blend, Part } from './blend.ts';
import type { Correlations, Matrix } from './compare-parts.ts';

export interface PartRecord {
  readonly name: string;
  readonly kind: Part['kind'];
  /** its bucket's money at each mark; on one account, its profit so far, open and closed */
  readonly money: Float64Array;
  /** its long and short positions at each mark, over the blend's equity */
  readonly atWork: Float64Array;
  /** what it earned for the blend, in money */
  readonly profit: number;
  /** the same in each year of the run */
  readonly byYear: readonly number[];
  /** how often each outcome stands in its decision log */
  readonly outcomes: Readonly<Record<Outcome, number>>;
}

interface PartAlone {
  /** the part by itself, from the blend's capital */
  readonly curve: Float64Array;
  readonly drawdown: Float64Array;
  readonly alone: CurveFigures;
  /** the blend without it; undefined where nothing would be left */
  readonly without: CurveFigures | undefined;
}

/** What a blend is held against beside its benchmark, and how alike its parts are. */
export interface Beside {
  readonly parts: readonly PartAlone[];
  /** the blend's own weights, bought at the start and held without review */
  readonly held: { readonly curve: Float64Array; readonly figures: CurveFigures };
  /** in part order, then the benchmark; `belowPeak`: by day, of the days below the blend's peak alone */
  readonly correlations: Correlations & { readonly belowPeak: Matrix };
  readonly diversificationRatio: number;
  /** the mean share of held instruments that two or more parts hold */
  readonly overlap: number;
}

/** A blend as its own run left it: plain values and typed columns. */
export interface MixedRun
  extends Pick<
    Run,
    | 'marks'
    | 'benchmark'
    | 'riskFree'
    | 'drawdown'
    | 'benchmarkDrawdown'
    | 'years'
    | 'trades'
    | 'openTrades'
    | 'decisions'
    | 'nextOrders'
    | 'standing'
    | 'figures'
    | 'halves'
    | 'missing'
  > {
  readonly form: Blend['form'];
  /** in listed order, which `part` counts */
  readonly parts: readonly PartRecord[];
  /** in each year, what no part earned: interest, less the cost of moving money */
  readonly restByYear: readonly number[];
  /** what moving money between buckets cost */
  readonly moveCosts: number;
  /** bars on which a stop and a target were both reached */
  readonly ambiguousBars: number;
  /** the account's interest on cash and margin; of buckets each part has its own */
  readonly interest: number;
  /** 1 on the days on which money was moved */
  readonly reviewed: Uint8Array;
}

/** A finished blend with all that it is held against. */
export interface BlendRun extends MixedRun {
  readonly beside: Beside;
}
