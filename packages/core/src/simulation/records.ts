// What a run leaves behind (simulation.md 7).

import type { Day } from '../days/day.ts';

export type ExitReason =
  | 'stop'
  | 'trail'
  | 'target'
  | 'rule'
  | 'time'
  | 'rank'
  | 'membership'
  | 'data-ended'
  | 'period-end'
  /** closed by the trader, who was not asked to */
  | 'own';

/** When an order was filled: on a day, or, at a price reached within a bar of several days, during the period that ends with it. */
export interface Session {
  readonly day: Day;
  readonly within?: 'week' | 'month';
}

export interface Trade {
  /** the place of its strategy among the run's; 0 where there is one */
  readonly part: number;
  /** of a pair: both legs of one round have its number, from 1 */
  readonly round?: number;
  readonly symbol: string;
  readonly side: 'long' | 'short';
  /** the universe's group on the decision day */
  readonly group: string | undefined;
  /** days; undefined exit fields mark an open trade, valued at its last close */
  readonly decisionDay: number;
  readonly entryDay: number;
  /** of weekly and monthly bars: when within the bar it was filled */
  readonly entrySession?: Session;
  readonly entryPrice: number;
  /** the equity its size was taken of, and the shares wanted before what the account could pay */
  readonly sizedOn: number;
  readonly wanted: number;
  readonly shares: number;
  /** the close that decided on the exit; undefined where a price during the day did */
  readonly exitDecisionDay: number | undefined;
  readonly exitDay: number | undefined;
  readonly exitSession?: Session;
  readonly exitPrice: number | undefined;
  readonly exitReason: ExitReason | undefined;
  /** of both orders, or of the entry alone while open */
  readonly commission: number;
  /** borrow cost */
  readonly carry: number;
  readonly profit: number;
  readonly return: number;
  readonly barsHeld: number;
  /** worst and best excursion: fractions of the entry price in the position's favour, mae <= 0 <= mfe */
  readonly mae: number;
  readonly mfe: number;
  /** distance from the entry price to the initial stop; 0 where none stands on the losing side */
  readonly riskPerShare: number;
  readonly r: number | undefined;
}

export const OUTCOMES = [
  'taken',
  'shrunk',
  'held',
  'held-elsewhere',
  'opposed',
  'no-bar',
  'no-slot',
  'day-limit',
  'group-full',
  'too-small',
  'no-cash',
  'crumb',
  'both-sides',
  'no-rank',
] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** The place of each in {@link OUTCOMES}, which stands for it in the log. */
export const OUTCOME = Object.fromEntries(OUTCOMES.map((outcome, k) => [outcome, k])) as Readonly<
  Record<Outcome, number>
>;

/** The decision log as columns; one row a candidate, in the order they were decided on. */
export interface Decisions {
  /** the day of the decision */
  readonly day: Int32Array;
  /** the place of the strategy that decided */
  readonly part: Int8Array;
  readonly symbol: readonly string[];
  /** index into `symbol` */
  readonly instrument: Int32Array;
  /** 1 long, -1 short */
  readonly side: Int8Array;
  /** the rank value, NaN without one */
  readonly rank: Float64Array;
  /** index into OUTCOMES */
  readonly outcome: Uint8Array;
}

/** How often each outcome stands in the log. @param part of one strategy's decisions alone */
export function countOutcomes(decisions: Decisions, part?: number): Record<Outcome, number> {
  const counts = new Int32Array(OUTCOMES.length);
  const { outcome, part: parts } = decisions;
  for (let n = 0; n < outcome.length; n++)
    if (part === undefined || parts[n] === part) counts[outcome[n]!]!++;
  return Object.fromEntries(OUTCOMES.map((name, k) => [name, counts[k]])) as Record<Outcome, number>;
}

export const LEDGER_KINDS = ['deposit', 'trade', 'commission', 'interest', 'borrow'] as const;
export type LedgerKind = (typeof LEDGER_KINDS)[number];

/** Every cash movement as columns, in the order they happened. */
export interface Ledger {
  readonly day: Int32Array;
  /** index into LEDGER_KINDS */
  readonly kind: Uint8Array;
  /** the place of the strategy whose position it was, -1 for the account */
  readonly part: Int8Array;
  /** index into the run's symbols, -1 for the account */
  readonly instrument: Int32Array;
  /** shares bought (positive) or sold (negative); 0 for other kinds */
  readonly shares: Float64Array;
  /** cash in (positive) or out */
  readonly amount: Float64Array;
}

export interface NextOrder {
  /** the place of its strategy among the run's */
  readonly part: number;
  readonly side: 'long' | 'short';
  readonly action: 'enter' | 'exit';
  readonly symbol: string;
  /** for an entry, the size at the last close */
  readonly shares: number;
  readonly close: number;
  /** where an entry's stop and target would stand if it were filled at the close; NaN without one */
  readonly stop: number;
  readonly target: number;
  /** why a position is to be exited */
  readonly reason: ExitReason | undefined;
  /** what would become of it if every order were filled at the last close, exits as they come before or after */
  readonly likely: Outcome;
}

/** The stop and target that a position which stays has in the coming session. */
export interface StandingOrder {
  readonly part: number;
  readonly side: 'long' | 'short';
  readonly symbol: string;
  readonly shares: number;
  readonly close: number;
  /** NaN without one */
  readonly stop: number;
  readonly target: number;
  /** the stop that stood during the last day */
  readonly stopBefore: number;
  readonly entryDay: number;
  readonly entrySession?: Session;
  readonly entryPrice: number;
}

/** The account at each mark. */
export interface Marks {
  readonly day: Int32Array;
  readonly equity: Float64Array;
  readonly cash: Float64Array;
  readonly long: Float64Array;
  readonly short: Float64Array;
  readonly positions: Int32Array;
}
