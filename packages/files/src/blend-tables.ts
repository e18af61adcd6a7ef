// A blend's tables and its summary (docs/blends.md, Running one).

import type { BlendRun, CurveFigures } from '@plateau/core';
import { at, isoFromDay } from '@plateau/core';
import { decisionsTable, tradesTable } from './run-tables.ts';
import { withNulls } from './summary.ts';
import { type Table, tableCsv } from './tables.ts';

/** The blend at each close: its equity, each part's money, and the benchmark. */
function blendEquityTable({ marks, benchmark, parts }: BlendRun): Table {
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
function withParts(table: Table, { parts }: BlendRun, partOf: (row: number) => number): Table {
  return {
    ...table,
    columns: [{ name: 'part', kind: 'text' }, ...table.columns],
    rows: table.rows.map((row, k) => [at(parts, partOf(k)).name, ...row]),
  };
}

/** Closed trades, then those still open. */
function blendTradesTable(blend: BlendRun): Table {
  const trades = [...blend.trades, ...blend.openTrades];
  return withParts(tradesTable(trades), blend, (row) => at(trades, row).part);
}

function blendDecisionsTable(blend: BlendRun): Table {
  return withParts(decisionsTable(blend), blend, (row) => at(blend.decisions.part, row));
}

export const blendEquityCsv = (blend: BlendRun): string => tableCsv(blendEquityTable(blend));
export const blendTradesCsv = (blend: BlendRun): string => tableCsv(blendTradesTable(blend));
export const blendDecisionsCsv = (blend: BlendRun): string => tableCsv(blendDecisionsTable(blend));

const figuresBeside = ({ totalReturn, cagr, volatility, sharpe, maxDrawdown, mar }: CurveFigures) => ({
  totalReturn,
  cagr,
  volatility,
  sharpe,
  maxDrawdown,
  mar,
});

/** summary.json of a blend: null where a figure is undefined; numbers in shortest round-trip form. */
export function blendSummaryJson(blend: BlendRun): string {
  const { form, figures, correlations, parts } = blend;
  const summary = {
    figures: { ...figures, eitherWayBars: blend.ambiguousBars },
    parts: parts.map(({ name, profit, alone, without }) => ({
      name,
      [form === 'apart' ? 'contribution' : 'profit']: profit,
      alone: figuresBeside(alone),
      without: without ? figuresBeside(without) : null,
    })),
    correlations: { daily: correlations.daily, monthly: correlations.monthly },
    diversificationRatio: blend.diversificationRatio,
    overlap: blend.overlap,
    ...(form === 'apart' ? { moveCosts: blend.moveCosts } : { interest: blend.interest }),
  };
  return `${JSON.stringify(summary, withNulls, 2)}\n`;
}
