// A run's tables as CSV (strategy-file.md, The headless runner).

import { isoFromDay, OUTCOMES, type Run, type Trade } from '@plateau/core';
import { type Cell, writeCsv } from './write-csv.ts';

const TRADE_HEADER = [
  'symbol',
  'side',
  'decisionDate',
  'entryDate',
  'entryPrice',
  'shares',
  'exitDate',
  'exitPrice',
  'exitReason',
  'commission',
  'carry',
  'profit',
  'return',
  'barsHeld',
  'mae',
  'mfe',
  'riskPerShare',
  'r',
];

function tradeRow(t: Trade): Cell[] {
  return [
    t.symbol,
    t.side,
    isoFromDay(t.decisionDay),
    isoFromDay(t.entryDay),
    t.entryPrice,
    t.shares,
    t.exitDay === undefined ? undefined : isoFromDay(t.exitDay),
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
  ];
}

/** Every trade, in the order given. */
export function tradesCsv(trades: readonly Trade[]): string {
  return writeCsv(TRADE_HEADER, trades.map(tradeRow));
}

export function equityCsv(run: Pick<Run, 'marks' | 'benchmark'>): string {
  const { marks, benchmark } = run;
  const rows = Array.from(marks.day, (day, t): Cell[] => [
    isoFromDay(day),
    marks.equity[t],
    marks.cash[t],
    marks.long[t],
    marks.short[t],
    marks.positions[t],
    benchmark[t],
  ]);
  return writeCsv(['date', 'equity', 'cash', 'long', 'short', 'positions', 'benchmark'], rows);
}

export function decisionsCsv({ decisions }: Pick<Run, 'decisions'>): string {
  const rows = Array.from(decisions.day, (day, k): Cell[] => [
    isoFromDay(day),
    decisions.symbol[decisions.instrument[k] ?? -1],
    decisions.side[k] === 1 ? 'long' : 'short',
    decisions.rank[k],
    OUTCOMES[decisions.outcome[k] ?? 0],
  ]);
  return writeCsv(['date', 'symbol', 'side', 'rank', 'outcome'], rows);
}

export function nextOrdersCsv({ nextOrders }: Pick<Run, 'nextOrders'>): string {
  return writeCsv(
    ['side', 'action', 'symbol', 'shares'],
    nextOrders.map((order) => [order.side, order.action, order.symbol, order.shares]),
  );
}
