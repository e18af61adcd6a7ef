// The headline figures on standard output, strategy and benchmark side by side.

import { isoFromDay, type Run } from '@plateau/core';

type Row = readonly [label: string, strategy: string, benchmark: string];

const percent = (x: number): string => (Number.isFinite(x) ? `${(100 * x).toFixed(2)}%` : '–');
const plain = (x: number): string => (Number.isFinite(x) ? x.toFixed(2) : '–');

export function figuresTable(run: Run, name: string, benchmark: string): string {
  const { figures: f, marks } = run;
  const b = f.benchmark;
  const rows: Row[] = [
    ['', name || 'strategy', benchmark],
    ['End equity', plain(f.endEquity), plain(b.endEquity)],
    ['Growth a year', percent(f.cagr), percent(b.cagr)],
    ['Largest drawdown', percent(f.maxDrawdown), percent(b.maxDrawdown)],
    ['MAR ratio', plain(f.mar), plain(b.mar)],
    ['Sharpe ratio', plain(f.sharpe), plain(b.sharpe)],
    ['Volatility', percent(f.volatility), percent(b.volatility)],
    ['Exposure', percent(f.exposure), percent(1)],
    ['Trades', String(f.trades), '–'],
    ['Win rate', percent(f.winRate), '–'],
    ['Profit factor', plain(f.profitFactor), '–'],
    ['Expectancy a trade', percent(f.expectancy), '–'],
  ];
  const width = [0, 1, 2].map((k) => Math.max(...rows.map((row) => (row[k] ?? '').length)));
  const lines = rows.map(([label, ours, theirs]) =>
    `${label.padEnd(width[0] ?? 0)}  ${ours.padStart(width[1] ?? 0)}  ${theirs.padStart(width[2] ?? 0)}`.trimEnd(),
  );
  const first = marks.day[0];
  const last = marks.day[marks.day.length - 1];
  const span =
    first === undefined || last === undefined ? '' : `${isoFromDay(first)} to ${isoFromDay(last)}\n`;
  return `${span}${lines.join('\n')}\n`;
}
