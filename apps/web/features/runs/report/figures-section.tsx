import type { SpanFigures } from '@plateau/core';
import { count, money, percent, ratio } from '@/ui/format.ts';
import { PlainTable } from './plain-table.tsx';

type Curve = SpanFigures['benchmark'];
type Both = readonly [name: string, definition: string, show: (f: Curve) => string];
type Ours = readonly [name: string, definition: string, show: (f: SpanFigures['strategy']) => string];

const both: readonly Both[] = [
  ['Total return', 'end / start − 1', (f) => percent(f.totalReturn)],
  ['Growth a year', '(end / start) ^ (365.25 / days) − 1', (f) => percent(f.cagr)],
  ['Volatility', 'sample deviation of returns, a year', (f) => percent(f.volatility)],
  ['Sharpe ratio', 'mean return above cash / its deviation, a year', (f) => ratio(f.sharpe)],
  [
    'Sortino ratio',
    'mean return above cash / deviation of what is below it, a year',
    (f) => ratio(f.sortino),
  ],
  ['Largest drawdown', 'deepest fall below an earlier peak, at closes', (f) => percent(f.maxDrawdown)],
  ['Average drawdown', 'mean depth of all falls', (f) => percent(f.averageDrawdown)],
  ['Longest below peak', 'calendar days from peak to recovery', (f) => `${count(f.longestDrawdownDays)} d`],
  ['MAR ratio', 'growth a year / largest drawdown', (f) => ratio(f.mar)],
  ['Return to drawdown', 'net profit / largest fall in money', (f) => ratio(f.returnToDrawdown)],
  ['Ulcer index', 'root of the mean squared drawdown', (f) => percent(f.ulcer)],
  ['End equity', 'the account at the last close', (f) => money(f.endEquity)],
];

const ours: readonly Ours[] = [
  ['Trades', 'closed trades that ended here', (f) => count(f.trades)],
  ['Win rate', 'trades with a profit / trades', (f) => percent(f.winRate)],
  ['Average win', 'mean return of those with a profit', (f) => percent(f.averageWin, 2)],
  ['Average loss', 'mean return of the others', (f) => percent(f.averageLoss, 2)],
  ['Payoff', 'average win / average loss', (f) => ratio(f.payoff)],
  ['Profit factor', 'sum of profits / sum of losses, in money', (f) => ratio(f.profitFactor)],
  ['Expectancy', 'mean return of a trade', (f) => percent(f.expectancy, 2)],
  ['Average R', 'mean profit in multiples of the risk', (f) => ratio(f.averageR)],
];

/** Every figure with its definition, beside the benchmark's. */
export function FiguresSection({ figures, benchmark }: { figures: SpanFigures; benchmark: string }) {
  return (
    <div className="flex flex-wrap gap-10">
      <PlainTable
        label="Figures of the account"
        head={['', 'Strategy', `${benchmark} held`, '']}
        rows={both.map(([name, definition, show]) => [
          name,
          <strong key="s">{show(figures.strategy)}</strong>,
          show(figures.benchmark),
          <span key="d" className="block text-left text-soft">
            {definition}
          </span>,
        ])}
      />
      <PlainTable
        label="Figures of the trades"
        head={['', 'Strategy', '']}
        rows={ours.map(([name, definition, show]) => [
          name,
          <strong key="s">{show(figures.strategy)}</strong>,
          <span key="d" className="block text-left text-soft">
            {definition}
          </span>,
        ])}
      />
    </div>
  );
}
