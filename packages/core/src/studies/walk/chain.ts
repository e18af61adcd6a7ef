// Windows put one behind the other as one account: each begins with what the one before left, all of it in cash.

import { countUntil } from '../../days/calendar.ts';
import type { Day } from '../../days/day.ts';
import type { AccountPlan } from '../../simulation/plan.ts';
import { type Decisions, LEDGER_KINDS, type Ledger, type Marks } from '../../simulation/records.ts';
import type { RunRequest } from '../../simulation/request.ts';
import type { Simulated } from '../../simulation/simulate.ts';
import type { Strategy } from '../../strategy/strategy.ts';

export interface ChainWindow {
  readonly from: Day;
  readonly to: Day;
  /** undefined: nothing is traded, the account stays as it is */
  readonly strategy: Strategy | undefined;
}

export interface ChainAsked {
  /** its strategy gives the capital to begin with, and the rates that figures are held against */
  readonly request: RunRequest;
  /** one after the other without a day between them */
  readonly windows: readonly ChainWindow[];
  /** whether each window's own figures are wanted */
  readonly perWindow?: boolean;
}

const DEPOSIT = LEDGER_KINDS.indexOf('deposit');

/**
 * @param account of all days
 * @param parts what each window left, in which every position is closed
 */
export function joinWindows(
  { calendar, capital }: AccountPlan,
  windows: readonly ChainWindow[],
  parts: readonly (Simulated | undefined)[],
): Simulated {
  const ran = parts.filter((part) => part !== undefined);
  const marks: Marks = {
    day: calendar,
    equity: new Float64Array(calendar.length).fill(capital),
    cash: new Float64Array(calendar.length).fill(capital),
    long: new Float64Array(calendar.length),
    short: new Float64Array(calendar.length),
    positions: new Int32Array(calendar.length),
  };
  windows.forEach(({ from }, k) => {
    const first = countUntil(calendar, from - 1);
    const part = parts[k]?.marks;
    if (!part) {
      // Flat until another window trades.
      const left = first > 0 ? marks.equity[first - 1]! : capital;
      marks.equity.fill(left, first);
      marks.cash.fill(left, first);
      return;
    }
    for (const column of ['equity', 'cash', 'long', 'short', 'positions'] as const) {
      marks[column].set(part[column], first);
    }
    const end = first + part.day.length;
    marks.equity.fill(part.equity[part.day.length - 1]!, end);
    marks.cash.fill(part.cash[part.day.length - 1]!, end);
  });
  return {
    marks,
    closed: ran.flatMap(({ closed }) => closed),
    open: [],
    decisions: joinDecisions(ran.map(({ decisions }) => decisions)),
    ledger: joinLedgers(
      ran.map(({ ledger }) => ledger),
      calendar,
      capital,
    ),
    nextOrders: [],
    standing: [],
    ambiguousBars: ran.reduce((sum, { ambiguousBars }) => sum + ambiguousBars, 0),
    holdings: [],
  };
}

function joinDecisions(parts: readonly Decisions[]): Decisions {
  return {
    day: joined(
      parts.map(({ day }) => day),
      Int32Array,
    ),
    part: joined(
      parts.map(({ part }) => part),
      Int8Array,
    ),
    // All windows run on one market, whose instruments have the same numbers in each.
    symbol: parts.reduce<readonly string[]>(
      (all, { symbol }) => (symbol.length > all.length ? symbol : all),
      [],
    ),
    instrument: joined(
      parts.map(({ instrument }) => instrument),
      Int32Array,
    ),
    side: joined(
      parts.map(({ side }) => side),
      Int8Array,
    ),
    rank: joined(
      parts.map(({ rank }) => rank),
      Float64Array,
    ),
    outcome: joined(
      parts.map(({ outcome }) => outcome),
      Uint8Array,
    ),
  };
}

/** One deposit, then all that moved: each window's own deposit is what the one before left. */
function joinLedgers(parts: readonly Ledger[], calendar: Int32Array, capital: number): Ledger {
  const moved = parts.map((ledger) => {
    const begin = ledger.kind[0] === DEPOSIT ? 1 : 0;
    return {
      day: ledger.day.subarray(begin),
      kind: ledger.kind.subarray(begin),
      part: ledger.part.subarray(begin),
      instrument: ledger.instrument.subarray(begin),
      shares: ledger.shares.subarray(begin),
      amount: ledger.amount.subarray(begin),
    };
  });
  const all = [
    {
      day: calendar.slice(0, 1),
      kind: Uint8Array.of(DEPOSIT),
      part: Int8Array.of(-1),
      instrument: Int32Array.of(-1),
      shares: new Float64Array(1),
      amount: Float64Array.of(capital),
    },
    ...moved,
  ];
  return {
    day: joined(
      all.map(({ day }) => day),
      Int32Array,
    ),
    kind: joined(
      all.map(({ kind }) => kind),
      Uint8Array,
    ),
    part: joined(
      all.map(({ part }) => part),
      Int8Array,
    ),
    instrument: joined(
      all.map(({ instrument }) => instrument),
      Int32Array,
    ),
    shares: joined(
      all.map(({ shares }) => shares),
      Float64Array,
    ),
    amount: joined(
      all.map(({ amount }) => amount),
      Float64Array,
    ),
  };
}

function joined<C extends Int8Array | Uint8Array | Int32Array | Float64Array>(
  parts: readonly C[],
  Column: new (length: number) => C,
): C {
  const out = new Column(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}
