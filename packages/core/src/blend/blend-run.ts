// What a finished blend is: what a run is, with its parts beside it.

import type { Run } from '../run.ts';
import type { CurveFigures } from '../statistics/curve-figures.ts';
import type { Blend, Part } from './blend.ts';
import type { Correlations, Matrix } from './compare-parts.ts';

export interface PartRecord {
  readonly name: string;
  readonly kind: Part['kind'];
  /** its bucket's money at each mark; on one account, its profit so far, open and closed */
  readonly money: Float64Array;
  /** the part by itself, from the blend's capital */
  readonly curve: Float64Array;
  /** what it earned for the blend, in money */
  readonly profit: number;
  readonly alone: CurveFigures;
  /** the blend without it; undefined where nothing would be left */
  readonly without: CurveFigures | undefined;
}

/** A finished blend: plain values and typed columns. */
export interface BlendRun
  extends Pick<
    Run,
    | 'marks'
    | 'benchmark'
    | 'drawdown'
    | 'benchmarkDrawdown'
    | 'trades'
    | 'openTrades'
    | 'decisions'
    | 'figures'
  > {
  readonly form: Blend['form'];
  /** in listed order, which `part` counts */
  readonly parts: readonly PartRecord[];
  /** in part order, then the benchmark; `belowPeak`: by day, of the days below the blend's peak alone */
  readonly correlations: Correlations & { readonly belowPeak: Matrix };
  readonly diversificationRatio: number;
  /** the mean share of held instruments that two or more parts hold */
  readonly overlap: number;
  /** what moving money between buckets cost */
  readonly moveCosts: number;
  /** bars on which a stop and a target were both reached */
  readonly ambiguousBars: number;
  /** the account's interest on cash and margin; of buckets each part has its own */
  readonly interest: number;
  /** 1 on the days on which money was moved */
  readonly reviewed: Uint8Array;
}
