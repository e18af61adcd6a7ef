// A position while it is held.

import type { Bars } from '../bars/bars.ts';
import type { SidePlan } from './plan.ts';
import type { ExitReason, Session } from './records.ts';

export interface Position {
  /** the place of its strategy among the plan's */
  readonly part: number;
  /** of a pair's leg: its round, from 1 */
  readonly round: number | undefined;
  readonly instrument: number;
  /** the instrument's */
  readonly bars: Bars;
  readonly side: SidePlan;
  /** the side's: 1 long, -1 short; here too, for the day loop reads it for every position of every day */
  readonly sign: 1 | -1;
  readonly shares: number;
  /** the equity its size was taken of, and the shares wanted before what the account could pay */
  readonly sizedOn: number;
  readonly wanted: number;
  readonly entryPrice: number;
  readonly decisionDay: number;
  readonly entryDay: number;
  /** of weekly and monthly bars, as below for the exit */
  readonly entrySession: Session | undefined;
  readonly entryBar: number;
  readonly atOpen: boolean;
  readonly group: string | undefined;
  readonly initialStop: number;
  readonly target: number;
  trail: number;
  /** the tighter of the initial and the trailing stop, as it stands on the current day; NaN without either */
  stop: number;
  /** the stop as it stood before the last close moved it */
  stopBefore: number;
  bestClose: number;
  /** the instrument's last bar on or before the current day */
  bar: number;
  /** whether that bar is the current day's */
  hasBar: boolean;
  /** shares times the price it was last valued at */
  value: number;
  queued: ExitReason | undefined;
  /** the day on which `queued` was decided */
  queuedOn: number | undefined;
  commission: number;
  carry: number;
  worst: number;
  best: number;
  barsHeld: number;
  exitDay: number;
  exitSession: Session | undefined;
  exitPrice: number;
  exitReason: ExitReason | undefined;
}

/** What an entry decides of its position. */
type Entered = Pick<
  Position,
  | 'part'
  | 'instrument'
  | 'bars'
  | 'side'
  | 'shares'
  | 'sizedOn'
  | 'wanted'
  | 'entryPrice'
  | 'decisionDay'
  | 'entryDay'
  | 'entrySession'
  | 'entryBar'
  | 'atOpen'
  | 'group'
  | 'commission'
>;

/** A position as its fill leaves it. */
export function entered(
  entry: Entered,
  levels: Pick<Position, 'initialStop' | 'trail' | 'stop' | 'target'>,
): Position {
  const { side, shares, entryPrice, entryBar } = entry;
  // Spelled out: an object put together from others is one the day loop reads five times slower.
  return {
    part: entry.part,
    round: undefined,
    instrument: entry.instrument,
    bars: entry.bars,
    side,
    sign: side.sign,
    shares,
    sizedOn: entry.sizedOn,
    wanted: entry.wanted,
    entryPrice,
    decisionDay: entry.decisionDay,
    entryDay: entry.entryDay,
    entrySession: entry.entrySession,
    entryBar,
    atOpen: entry.atOpen,
    group: entry.group,
    initialStop: levels.initialStop,
    target: levels.target,
    trail: levels.trail,
    stop: levels.stop,
    stopBefore: levels.stop,
    bestClose: entryPrice,
    bar: entryBar,
    hasBar: true,
    value: shares * entryPrice,
    queued: undefined,
    queuedOn: undefined,
    commission: entry.commission,
    carry: 0,
    worst: entryPrice,
    best: entryPrice,
    barsHeld: 0,
    exitDay: 0,
    exitSession: undefined,
    exitPrice: Number.NaN,
    exitReason: undefined,
  };
}

/** Lets a price count towards the excursions. */
export function sawPrice(p: Position, price: number): void {
  if (price < p.worst) p.worst = price;
  if (price > p.best) p.best = price;
}

/** A position entered at this bar's close did not live through the bar. */
export function seesWholeBar(p: Position): boolean {
  return p.hasBar && (p.bar > p.entryBar || p.atOpen);
}
