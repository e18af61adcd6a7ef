import type { Figures } from '@plateau/core';
import { Tooltip } from 'radix-ui';
import { memo } from 'react';
import { count, money, percent, ratio } from '@/ui/format.ts';

interface FigureRow {
  readonly label: string;
  readonly definition: string;
  readonly ours: (f: Figures) => string;
  readonly theirs?: (f: Figures) => string;
}

const rows: readonly FigureRow[] = [
  {
    label: 'End equity',
    definition: 'The account at the last close, from the capital on the sheet.',
    ours: (f) => money(f.endEquity),
    theirs: (f) => money(f.benchmark.endEquity),
  },
  {
    label: 'Growth a year',
    definition: '(end / start) ^ (365.25 / days) − 1',
    ours: (f) => percent(f.cagr),
    theirs: (f) => percent(f.benchmark.cagr),
  },
  {
    label: 'Largest drawdown',
    definition: 'The deepest fall of the account below an earlier peak, at closes.',
    ours: (f) => percent(f.maxDrawdown),
    theirs: (f) => percent(f.benchmark.maxDrawdown),
  },
  {
    label: 'Longest below peak',
    definition: 'Calendar days from a peak to its recovery, or to the end.',
    ours: (f) => `${count(f.longestDrawdownDays)} d`,
    theirs: (f) => `${count(f.benchmark.longestDrawdownDays)} d`,
  },
  {
    label: 'MAR ratio',
    definition: 'Growth a year / largest drawdown',
    ours: (f) => ratio(f.mar),
    theirs: (f) => ratio(f.benchmark.mar),
  },
  {
    label: 'Sharpe ratio',
    definition: 'Mean daily return above cash / its sample deviation × √252',
    ours: (f) => ratio(f.sharpe),
    theirs: (f) => ratio(f.benchmark.sharpe),
  },
  {
    label: 'Volatility',
    definition: 'Sample deviation of daily returns × √252',
    ours: (f) => percent(f.volatility),
    theirs: (f) => percent(f.benchmark.volatility),
  },
  {
    label: 'Exposure',
    definition: 'Mean of position value / equity at the closes. Buy-and-hold is always fully invested.',
    ours: (f) => percent(f.exposure),
    theirs: () => percent(1),
  },
  {
    label: 'Beta',
    definition: "Slope of the strategy's daily returns on the benchmark's, above cash",
    ours: (f) => ratio(f.benchmark.beta),
    theirs: () => ratio(1),
  },
  { label: 'Trades', definition: 'Closed trades', ours: (f) => count(f.trades) },
  {
    label: 'Win rate',
    definition: 'Closed trades with a profit / closed trades',
    ours: (f) => percent(f.winRate),
  },
  { label: 'Payoff', definition: 'Average win / average loss, by return', ours: (f) => ratio(f.payoff) },
  {
    label: 'Profit factor',
    definition: 'Sum of profits / sum of losses, in money',
    ours: (f) => ratio(f.profitFactor),
  },
  {
    label: 'Expectancy',
    definition: 'Mean return of a closed trade, after costs',
    ours: (f) => percent(f.expectancy, 2),
  },
];

/** The headline figures, strategy and benchmark in two columns. */
export const FiguresTable = memo(function FiguresTable({
  figures,
  benchmark,
}: {
  figures: Figures;
  benchmark: string;
}) {
  return (
    <table className="w-full" aria-label="Headline figures">
      <thead>
        <tr className="border-b border-hairline text-right">
          <th scope="col" className="py-1 text-left font-normal text-soft">
            After costs
          </th>
          <th scope="col" className="py-1 pl-3 font-semibold">
            Strategy
          </th>
          <th scope="col" className="py-1 pl-3 font-semibold whitespace-nowrap">
            {benchmark} held
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ label, definition, ours, theirs }) => (
          <tr key={label} className="border-b border-hairline text-right">
            <th scope="row" className="py-[3px] text-left font-normal whitespace-nowrap">
              <Tooltip.Root>
                <Tooltip.Trigger className="cursor-help text-left decoration-dotted underline-offset-2 hover:underline">
                  {label}
                </Tooltip.Trigger>
                <Tooltip.Portal>
                  <Tooltip.Content
                    side="left"
                    className="z-50 max-w-72 border border-strong bg-raised px-3 py-2"
                  >
                    {definition}
                  </Tooltip.Content>
                </Tooltip.Portal>
              </Tooltip.Root>
            </th>
            <td className="pl-3 font-semibold">{ours(figures)}</td>
            <td className="pl-3 text-soft">{theirs ? theirs(figures) : '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
});
