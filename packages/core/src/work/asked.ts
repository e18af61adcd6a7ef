// Runs and blends as they are asked for, and what is shown of a run.

import type { Blend } from '../blend/blend.ts';
import type { RunOutcome } from '../engine.ts';
import type { Alone } from '../per-instrument.ts';
import type { Run } from '../run.ts';
import type { RunRequest } from '../simulation/request.ts';
import type { CurveFigures } from '../statistics/curve-figures.ts';
import type { Figures } from '../statistics/figures.ts';

/** A run: of which universe, by its name, and with which strategy. */
export interface RunAsked {
  readonly universe: string;
  readonly request: RunRequest;
  /** on one member of the universe by itself; on all of it when left out */
  readonly alone?: Alone;
}

/** A run of a blend. */
export interface BlendAsked {
  readonly blend: Blend;
  readonly benchmark: string;
  readonly from?: number;
  readonly to?: number;
  /** the first out-of-sample day, where the run is to be split */
  readonly splitAt?: number;
}

/** A blend's part within the blend, by its place. */
export interface PartAsked extends BlendAsked {
  readonly part: number;
}

/** What is shown of a run; the decision log and the ledger are long and stay with the worker. */
export type ShownRun = Omit<Run, 'decisions' | 'ledger'> & {
  /** of a run on one instrument: holding that instrument, from the same capital */
  readonly held?: HeldAlone;
};

export interface HeldAlone {
  readonly symbol: string;
  readonly equity: Float64Array;
  readonly figures: CurveFigures;
}

export type NotDone = Exclude<RunOutcome, { kind: 'done' }>;
export type ShownOutcome = NotDone | { readonly kind: 'done'; readonly run: ShownRun };
export type FiguresOutcome = NotDone | { readonly kind: 'done'; readonly figures: Figures };
