// What a worker is asked of pairs, and what it answers.

import type { Problem } from '../../simulation/request.ts';
import type { PairStudy } from '../study.ts';
import type { PairRun } from './pair-run.ts';

export type PairAsked = Omit<PairStudy, 'kind' | 'search' | 'name' | 'notes'>;

/** What is shown of a pair; the decision log is empty and the ledger long. */
export type ShownPair = Omit<PairRun, 'run'> & { readonly run: Omit<PairRun['run'], 'decisions' | 'ledger'> };

/** One pair of a search. */
export interface PairRow {
  readonly y: string;
  readonly x: string;
  readonly n: number;
  readonly b: number;
  readonly r2: number;
  readonly halfLife: number;
  readonly unitRootT: number;
  readonly rounds: number;
  /** Sharpe ratios a year of the run in both parts */
  readonly training: number;
  readonly test: number;
}

export type PairOutcome =
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'done'; readonly pair: PairRun };

export interface PairSearchAsked {
  /** what all pairs share; its y and x are none */
  readonly pair: PairAsked;
  readonly pairs: readonly (readonly [y: string, x: string])[];
}
