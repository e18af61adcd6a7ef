// What a run is asked to do, and why it cannot.

import type { Day } from '../days/day.ts';
import type { Place } from '../language/tree.ts';
import type { Strategy } from '../strategy/strategy.ts';

export interface RunRequest {
  readonly strategy: Strategy;
  readonly benchmark: string;
  /** first and last day; all there is when left out */
  readonly from?: Day;
  readonly to?: Day;
  /** not before all windows of the entry rules and ranks are full */
  readonly begin?: 'when-filled';
  /** the first day of the out-of-sample part, for the figures of both parts */
  readonly splitAt?: Day;
  /** positions are closed on the last day, as if all bars ended there */
  readonly closeAtEnd?: boolean;
  /** every order is filled a day after the one it was meant for */
  readonly late?: boolean;
}

/** Why a strategy cannot run: `path` names the setting as the strategy file does, such as long.enter. */
export interface Problem {
  readonly path: string;
  readonly message: string;
  /** where in a rule's text */
  readonly place?: Place;
}
