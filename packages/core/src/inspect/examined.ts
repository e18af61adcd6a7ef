// A finished run with all that it was made of: what every question about it reads.

import type { Evaluator } from '../evaluation/evaluate.ts';
import type { Run } from '../run.ts';
import type { AccountPlan, StrategyPlan } from '../simulation/plan.ts';
import type { Reading } from '../simulation/reading.ts';

export interface Examined {
  readonly evaluator: Evaluator;
  readonly reading: Reading;
  readonly account: AccountPlan;
  readonly plan: StrategyPlan;
  /** the strategy's place among the run's; 0 where there is one */
  readonly part: number;
  readonly run: Run;
}
