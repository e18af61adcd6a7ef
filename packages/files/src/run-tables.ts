// A run's tables (strategy-file.md, The headless runner, and the ledger beside them).

import {
  at,
  entrySession,
  exitSession,
  isoFromDay,
  LEDGER_KINDS,
  OUTCOMES,
  type Run,
  returnsByPeriod,
  type Session,
  type StandingOrder,
  sessionText,
  type Trade,
} from '@plateau/core';
import { type Table, type TableColumn, tableCsv } from './tables.ts';
import type { Cell } from './write-csv.ts';

/** What an order does, in the words that these tables have had from their first version. */
const ACTIONS = { enter: 'enter', exit: 'leave' } as const;

const text = (name: string): TableColumn => ({ name, kind: 'text' });
const date = (name: string): TableColumn => ({ name, kind: 'date' });
const number = (name: string): TableColumn => ({ name, kind: 'number' });
const dayOf = (day: number | undefined): string | undefined =>
  day === undefined ? undefined : isoFromDay(day);

/**
 * Every trade, in the order given. Of weekly and monthly runs the dates name the bars, and two further columns the sessions of
 * the fills: a day, or the week or month within which a price was reached.
 */
export function tradesTable(trades: readonly Trade[]): Table {
  const hasSessions = trades.some((t) => t.entrySession);
  const session = (one: Session | undefined): string | undefined => one && sessionText(one);
  return {
    name: 'trades',
    columns: [
      text('symbol'),
      text('side'),
      date('decisionDate'),
      date('entryDate'),
      number('entryPrice'),
      number('shares'),
      date('exitDate'),
      number('exitPrice'),
      text('exitReason'),
      number('commission'),
      number('carry'),
      number('profit'),
      number('return'),
      number('barsHeld'),
      number('mae'),
      number('mfe'),
      number('riskPerShare'),
      number('r'),
      ...(hasSessions ? [text('entrySession'), text('exitSession')] : []),
    ],
    rows: trades.map((t) => [
      t.symbol,
      t.side,
      isoFromDay(t.decisionDay),
      isoFromDay(t.entryDay),
      t.entryPrice,
      t.shares,
      dayOf(t.exitDay),
      t.exitPrice,
      t.exitReason,
      t.commission,
      t.carry,
      t.profit,
      t.return,
      t.barsHeld,
      t.mae,
      t.mfe,
      t.riskPerShare,
      t.r,
      ...(hasSessions ? [session(entrySession(t)), session(exitSession(t))] : []),
    ]),
  };
}

/** Returns by period as fractions, and what they are above cash and above the benchmark. */
export function returnsTable(
  run: Parameters<typeof returnsByPeriod>[0],
  by: 'day' | 'week' | 'month',
): Table {
  const { end, strategy, benchmark, cash } = returnsByPeriod(run, by);
  return {
    name: `returns-by-${by}`,
    columns: [
      date('end'),
      number('strategy'),
      number('benchmark'),
      number('cash'),
      number('aboveCash'),
      number('aboveBenchmark'),
    ],
    rows: Array.from(end, (day, k) => {
      const [ours, theirs, risk] = [at(strategy, k), at(benchmark, k), at(cash, k)];
      return [isoFromDay(day), ours, theirs, risk, ours - risk, ours - theirs];
    }),
  };
}

/** The account at each close. */
export function equityTable({ marks, benchmark }: Pick<Run, 'marks' | 'benchmark'>): Table {
  return {
    name: 'equity',
    columns: [
      date('date'),
      number('equity'),
      number('cash'),
      number('long'),
      number('short'),
      number('positions'),
      number('benchmark'),
    ],
    rows: Array.from(marks.day, (day, t) => [
      isoFromDay(day),
      marks.equity[t],
      marks.cash[t],
      marks.long[t],
      marks.short[t],
      marks.positions[t],
      benchmark[t],
    ]),
  };
}

export function decisionsTable({ decisions }: Pick<Run, 'decisions'>): Table {
  return {
    name: 'decisions',
    columns: [date('date'), text('symbol'), text('side'), number('rank'), text('outcome')],
    rows: Array.from(decisions.day, (day, k) => [
      isoFromDay(day),
      decisions.symbol[decisions.instrument[k] ?? -1],
      decisions.side[k] === 1 ? 'long' : 'short',
      decisions.rank[k],
      OUTCOMES[at(decisions.outcome, k)],
    ]),
  };
}

/** Every movement of cash, in its order. */
export function ledgerTable({ ledger, decisions }: Pick<Run, 'ledger' | 'decisions'>): Table {
  return {
    name: 'ledger',
    columns: [date('date'), text('kind'), text('symbol'), number('shares'), number('amount')],
    rows: Array.from(ledger.day, (day, k): Cell[] => [
      isoFromDay(day),
      LEDGER_KINDS[at(ledger.kind, k)],
      decisions.symbol[ledger.instrument[k] ?? -1],
      ledger.shares[k],
      ledger.amount[k],
    ]),
  };
}

export function nextOrdersTable({ nextOrders }: Pick<Run, 'nextOrders'>): Table {
  return {
    name: 'next-orders',
    columns: [text('side'), text('action'), text('symbol'), number('shares')],
    rows: nextOrders.map((order) => [order.side, ACTIONS[order.action], order.symbol, order.shares]),
  };
}

/** The next orders with their levels, and the stops and targets that protect what stays. */
export function ordersTable({
  nextOrders,
  standing,
}: Pick<Run, 'nextOrders'> & { readonly standing: readonly StandingOrder[] }): Table {
  return {
    name: 'orders',
    columns: [
      text('side'),
      text('action'),
      text('symbol'),
      number('shares'),
      number('close'),
      number('stop'),
      number('target'),
      text('reason'),
    ],
    rows: [
      ...nextOrders.map((o) => [
        o.side,
        ACTIONS[o.action],
        o.symbol,
        o.shares,
        o.close,
        o.stop,
        o.target,
        o.reason,
      ]),
      ...standing.map((o) => [o.side, 'protect', o.symbol, o.shares, o.close, o.stop, o.target, undefined]),
    ],
  };
}

export const tradesCsv = (trades: readonly Trade[]): string => tableCsv(tradesTable(trades));
export const equityCsv = (run: Parameters<typeof equityTable>[0]): string => tableCsv(equityTable(run));
export const decisionsCsv = (run: Parameters<typeof decisionsTable>[0]): string =>
  tableCsv(decisionsTable(run));
export const nextOrdersCsv = (run: Parameters<typeof nextOrdersTable>[0]): string =>
  tableCsv(nextOrdersTable(run));
