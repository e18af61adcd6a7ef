// An evening's answer of one followed run: what it wants in the coming session, what happened, and how it does since it is trusted.

import type { Market } from '../bars/bars.ts';
import { barsPerYear as barsAYear } from '../bars/unit.ts';
import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import type { Universe } from '../evaluation/panel.ts';
import { at } from '../numeric/at.ts';
import { fingerprint } from '../numeric/fingerprint.ts';
import type { Run } from '../run.ts';
import {
  type Decisions,
  type NextOrder,
  OUTCOMES,
  type Outcome,
  type StandingOrder,
  type Trade,
} from '../simulation/records.ts';
import { curveFigures } from '../statistics/curve-figures.ts';
import { type Check, checksOf, isMember, LONG_GONE, type OwnEvent } from './checks.ts';
import { type TimeExit, timeExits } from './dates.ts';
import { type FillsBeside, fillsBeside, simulatedFills } from './fills-beside.ts';
import type { FollowedAccount, OwnFill } from './own-account.ts';
import type { Unplaced } from './replay.ts';
import { type Since, sinceOf } from './since.ts';

/** How a run is followed. */
export interface FollowSettings {
  /** the last day that was tested */
  readonly trusted: Day;
  readonly account: FollowedAccount;
  readonly fills: readonly OwnFill[];
  readonly events: readonly OwnEvent[];
}

/** What the tested part came to, to be known again. */
export interface Tested {
  /** marks up to the trusted day */
  readonly days: number;
  /** of the equity at them, to the bit */
  readonly print: string;
  readonly endEquity: number;
  /** fractions; NaN where undefined */
  readonly cagr: number;
  readonly maxDrawdown: number;
  readonly trades: number;
}

/** An entry that was decided on and not filled. */
export interface Unfilled {
  readonly part: number;
  readonly symbol: string;
  readonly side: 'long' | 'short';
  readonly outcome: Outcome;
}

export interface Evening {
  /** the last session */
  readonly day: Day;
  readonly parts: readonly string[];
  /** the account that the orders are for, at the last close */
  readonly equity: number;
  readonly cash: number;
  readonly orders: readonly NextOrder[];
  readonly standing: readonly StandingOrder[];
  /** on the last session, in that account */
  readonly entered: readonly Trade[];
  readonly left: readonly Trade[];
  /** orders of the session before that were not filled in the simulation */
  readonly unfilled: readonly Unfilled[];
  /** of daily bars alone */
  readonly timeExits: readonly TimeExit[];
  readonly since: Since;
  readonly tested: Tested;
  readonly checks: readonly Check[];
  /** of own fills or holdings */
  readonly own:
    | {
        /** of own fills: from the first day of `since`, in money; what positions of today came from is not known */
        readonly equity: Float64Array | undefined;
        readonly unplaced: readonly { readonly fill: OwnFill; readonly why: Unplaced }[];
      }
    | undefined;
  /** of own fills */
  readonly beside: FillsBeside | undefined;
}

/** What an evening reads of a run. */
export type EveningRun = Pick<
  Run,
  'marks' | 'benchmark' | 'riskFree' | 'trades' | 'openTrades' | 'nextOrders' | 'standing' | 'decisions'
> & { readonly parts: readonly string[] };

export interface EveningParts {
  readonly market: Market;
  readonly universe: Universe;
  readonly benchmark: string;
  readonly barsPerYear: number;
  /** bars after which a side of a part ends its positions */
  readonly timeLimit: (part: number, side: 'long' | 'short') => number | undefined;
  /** the tested run, gone on to the last bar */
  readonly run: EveningRun;
  /** the account whose orders are wanted, where it is another */
  readonly own:
    | {
        readonly run: EveningRun;
        /** what own fills are laid against; the tested run where it is left out */
        readonly model?: EveningRun;
        readonly unplaced: readonly { fill: OwnFill; why: Unplaced }[];
      }
    | undefined;
}

export function eveningOf(
  { market, universe, benchmark, barsPerYear, timeLimit, run, own }: EveningParts,
  { trusted, account, fills, events }: FollowSettings,
): Evening {
  const { day: days } = run.marks;
  const day = at(days, days.length - 1);
  const chosen = own?.run ?? run;
  const model = own?.model ?? run;
  const since = sinceOf(run, trusted);
  const orders = chosen.nextOrders;
  const standing = chosen.standing;
  const held = [...orders.filter(({ action }) => action === 'exit'), ...standing].map(({ symbol }) => symbol);
  // A bar that is late looks as if the bars had ended, and what was held as if it had been sold with them.
  const ended = chosen.trades.filter(
    ({ symbol, exitReason, exitDay = 0 }) =>
      exitReason === 'data-ended' && exitDay > day - LONG_GONE && belongs(universe, symbol, day),
  );
  const concerned = new Set([...held, ...[...orders, ...ended].map(({ symbol }) => symbol)]);
  const isOwn = account.kind === 'fills' || account.kind === 'holdings';
  const first = days.length - since.days.length;
  return {
    day,
    parts: run.parts,
    equity: at(chosen.marks.equity, days.length - 1),
    cash: at(chosen.marks.cash, days.length - 1),
    orders,
    standing,
    entered: [...chosen.openTrades, ...chosen.trades].filter(({ entryDay }) => entryDay === day),
    left: chosen.trades.filter(({ exitDay }) => exitDay === day),
    unfilled: unfilledOn(run.decisions, at(days, Math.max(0, days.length - 2))),
    timeExits: barsPerYear === barsAYear('day') ? timeExits(staying(chosen), day, timeLimit) : [],
    since,
    tested: testedOf(run, trusted, barsPerYear),
    checks: checksOf(market, universe, { day, trusted, benchmark, concerned, events }),
    own:
      own && isOwn
        ? {
            equity: account.kind === 'fills' ? own.run.marks.equity.slice(first) : undefined,
            unplaced: own.unplaced,
          }
        : undefined,
    beside:
      fills.length > 0
        ? fillsBeside(simulatedFills([...model.trades, ...model.openTrades], trusted), fills)
        : undefined,
  };
}

/** Open trades that no exit is waiting for. */
const staying = ({ openTrades, standing }: EveningRun): Trade[] =>
  openTrades.filter(({ part, symbol }) => standing.some((one) => one.part === part && one.symbol === symbol));

const belongs = (universe: Universe, symbol: string, day: Day): boolean =>
  universe.some((row) => row.symbol === symbol && isMember(row, day));

const FILLED: ReadonlySet<Outcome> = new Set(['taken', 'shrunk', 'held']);

function unfilledOn(decisions: Decisions, day: Day): Unfilled[] {
  const found: Unfilled[] = [];
  for (let k = decisions.day.length - 1; k >= 0 && at(decisions.day, k) >= day; k--) {
    const outcome = OUTCOMES[at(decisions.outcome, k)] ?? 'taken';
    if (at(decisions.day, k) !== day || FILLED.has(outcome)) continue;
    found.push({
      part: at(decisions.part, k),
      symbol: decisions.symbol[at(decisions.instrument, k)] ?? '',
      side: at(decisions.side, k) === 1 ? 'long' : 'short',
      outcome,
    });
  }
  return found.reverse();
}

/** @param run from its own first day */
function testedOf(
  { marks, riskFree, trades }: Pick<Run, 'marks' | 'riskFree' | 'trades'>,
  trusted: Day,
  barsPerYear: number,
): Tested {
  const count = countUntil(marks.day, trusted);
  const equity = marks.equity.slice(0, count);
  const { cagr, maxDrawdown, endEquity } = curveFigures(
    marks.day.subarray(0, count),
    equity,
    riskFree.subarray(0, Math.max(0, count - 1)),
    barsPerYear,
  );
  return {
    days: count,
    print: fingerprint(new Uint8Array(equity.buffer)),
    endEquity,
    cagr,
    maxDrawdown,
    trades: trades.filter(({ exitDay }) => exitDay !== undefined && exitDay <= trusted).length,
  };
}
