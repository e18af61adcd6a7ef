// A blend's tables and its summary (docs/blends.md, Running one).

import type { BlendRun, CurveFigures, MixedRun, ShownBlend, Trade } from '@plateau/core';
import { at, isoFromDay, joinOrders } from '@plateau/core';
import { decisionsTable, tradesTable } from './run-tables.ts';
import { withNulls, writtenFigures } from './summary.ts';
import { type Table, tableCsv } from './tables.ts';

/** The blend at each close: its equity, each part's money, and the benchmark. */
function blendEquityTable({ marks, benchmark, parts }: Omit<MixedRun, 'decisions'>): Table {
  return {
    name: 'equity',
    columns: [
      { name: 'date', kind: 'date' },
      ...['equity', ...parts.map(({ name }) => name), 'benchmark'].map(
        (name) => ({ name, kind: 'number' }) as const,
      ),
    ],
    rows: Array.from(marks.day, (day, t) => [
      isoFromDay(day),
      marks.equity[t],
      ...parts.map(({ money }) => money[t]),
      benchmark[t],
    ]),
  };
}

/** A table with the name of each row's part before all else. */
function withParts(table: Table, parts: readonly string[], partOf: (row: number) => number): Table {
  return {
    ...table,
    columns: [{ name: 'part', kind: 'text' }, ...table.columns],
    rows: table.rows.map((row, k) => [at(parts, partOf(k)), ...row]),
  };
}

/** Closed trades, then those still open. */
function blendTradesTable(blend: Pick<MixedRun, 'parts' | 'trades' | 'openTrades'>): Table {
  return partTradesTable([...blend.trades, ...blend.openTrades], namesOf(blend));
}

/** Trades in the order given, each with its part's name. */
export function partTradesTable(trades: readonly Trade[], parts: readonly string[]): Table {
  return withParts(tradesTable(trades), parts, (row) => at(trades, row).part);
}

const namesOf = ({ parts }: Pick<MixedRun, 'parts'>): string[] => parts.map(({ name }) => name);

function blendDecisionsTable(blend: Pick<MixedRun, 'parts' | 'decisions'>): Table {
  return withParts(decisionsTable(blend), namesOf(blend), (row) => at(blend.decisions.part, row));
}

/** What each part earned in each year. */
export function contributionsTable({
  years,
  parts,
  restByYear,
}: Pick<MixedRun, 'years' | 'parts' | 'restByYear'>): Table {
  return {
    name: 'contributions',
    columns: [
      { name: 'year', kind: 'number' },
      ...[...parts.map(({ name }) => name), 'rest', 'total'].map(
        (name) => ({ name, kind: 'number' }) as const,
      ),
    ],
    rows: years.map(({ year }, y) => {
      const own = [...parts.map(({ byYear }) => at(byYear, y)), at(restByYear, y)];
      return [year, ...own, own.reduce((a, b) => a + b, 0)];
    }),
  };
}

/** The next orders, those for one instrument one after another, each naming its part. */
export function partOrdersTable({
  nextOrders,
  parts,
  marks,
}: Pick<MixedRun, 'nextOrders' | 'parts' | 'marks'>): Table {
  return {
    name: 'orders',
    columns: [
      { name: 'after', kind: 'date' },
      { name: 'symbol', kind: 'text' },
      { name: 'part', kind: 'text' },
      { name: 'side', kind: 'text' },
      { name: 'action', kind: 'text' },
      { name: 'shares', kind: 'number' },
      { name: 'close', kind: 'number' },
      { name: 'stop', kind: 'number' },
      { name: 'target', kind: 'number' },
      { name: 'reason', kind: 'text' },
    ],
    rows: joinOrders(nextOrders).flatMap(({ wants }) =>
      wants.map((o) => [
        isoFromDay(at(marks.day, marks.day.length - 1)),
        o.symbol,
        at(parts, o.part).name,
        o.side,
        o.action,
        o.shares,
        o.close,
        o.stop,
        o.target,
        o.reason,
      ]),
    ),
  };
}

/** Equity, trades and decisions, as the headless run writes them. */
export const blendTables = (blend: MixedRun): Table[] => [
  blendEquityTable(blend),
  blendTradesTable(blend),
  blendDecisionsTable(blend),
];

export const blendEquityCsv = (blend: Parameters<typeof blendEquityTable>[0]): string =>
  tableCsv(blendEquityTable(blend));
export const blendTradesCsv = (blend: Parameters<typeof blendTradesTable>[0]): string =>
  tableCsv(blendTradesTable(blend));
export const blendDecisionsCsv = (blend: Parameters<typeof blendDecisionsTable>[0]): string =>
  tableCsv(blendDecisionsTable(blend));

const figuresBeside = ({ totalReturn, cagr, volatility, sharpe, maxDrawdown, mar }: CurveFigures) => ({
  totalReturn,
  cagr,
  volatility,
  sharpe,
  maxDrawdown,
  mar,
});

/** summary.json of a blend: null where a figure is undefined; numbers in shortest round-trip form. */
export function blendSummaryJson(blend: ShownBlend & Pick<BlendRun, 'beside'>): string {
  const { form, figures, beside, parts } = blend;
  const { correlations } = beside;
  const summary = {
    figures: { ...writtenFigures(figures), eitherWayBars: blend.ambiguousBars },
    parts: parts.map(({ name, profit }, k) => {
      const { alone, without } = at(beside.parts, k);
      return {
        name,
        [form === 'apart' ? 'contribution' : 'profit']: profit,
        alone: figuresBeside(alone),
        without: without ? figuresBeside(without) : null,
      };
    }),
    correlations: { daily: correlations.daily, monthly: correlations.monthly },
    diversificationRatio: beside.diversificationRatio,
    overlap: beside.overlap,
    ...(form === 'apart' ? { moveCosts: blend.moveCosts } : { interest: blend.interest }),
  };
  return `${JSON.stringify(summary, withNulls, 2)}\n`;
}
