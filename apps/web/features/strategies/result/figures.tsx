import type { Figures } from '@plateau/core';
import { Popover, Tooltip } from 'radix-ui';
import { memo } from 'react';
import { texts, useSetting } from '@/store/setting.ts';
import { count, money, percent, ratio } from '@/ui/format.ts';

interface FigureRow {
  readonly label: string;
  readonly definition: string;
  readonly ours: (f: Figures) => string;
  readonly theirs?: (f: Figures) => string;
  readonly change?: Change;
}

/** How a figure moved, and which way is better. */
interface Change {
  readonly of: (f: Figures) => number;
  readonly better: 'more' | 'less';
  /** a sum of money, which says nothing across a change of capital */
  readonly isMoney: boolean;
  /** with its sign; nothing where it did not move */
  readonly show: (now: Figures, before: Figures) => string | undefined;
}

function change(
  of: (f: Figures) => number,
  better: Change['better'],
  write: (value: number) => string,
): Change {
  return {
    of,
    better,
    isMoney: write === money,
    show(now, before) {
      const by = of(now) - of(before);
      if (!Number.isFinite(by)) {
        // One of them is not defined: that is a change too, and none that can be counted.
        if (Number.isFinite(of(now))) return 'new';
        return Number.isFinite(of(before)) ? `was ${write(of(before))}` : undefined;
      }
      const text = write(Math.abs(by));
      return text === write(0) ? undefined : `${by > 0 ? '+' : '−'}${text}`;
    },
  };
}

/** The headline figures in their order. */
export const headlineRows: readonly FigureRow[] = [
  {
    label: 'End equity',
    definition: 'The account at the last close, from the capital on the sheet.',
    change: change((f) => f.endEquity, 'more', money),
    ours: (f) => money(f.endEquity),
    theirs: (f) => money(f.benchmark.endEquity),
  },
  {
    label: 'Growth a year',
    definition: '(end / start) ^ (365.25 / days) − 1',
    change: change((f) => f.cagr, 'more', percent),
    ours: (f) => percent(f.cagr),
    theirs: (f) => percent(f.benchmark.cagr),
  },
  {
    label: 'Largest drawdown',
    definition: 'The deepest fall of the account below an earlier peak, at closes.',
    change: change((f) => f.maxDrawdown, 'more', percent),
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
    change: change((f) => f.mar, 'more', ratio),
    ours: (f) => ratio(f.mar),
    theirs: (f) => ratio(f.benchmark.mar),
  },
  {
    label: 'Sharpe ratio',
    definition:
      'Mean return of a bar above cash / its sample deviation × √ bars a year: 252 days, 52 weeks or 12 months',
    change: change((f) => f.sharpe, 'more', ratio),
    ours: (f) => ratio(f.sharpe),
    theirs: (f) => ratio(f.benchmark.sharpe),
  },
  {
    label: 'Volatility',
    definition: 'Sample deviation of returns by bar × √ bars a year: 252 days, 52 weeks or 12 months',
    change: change((f) => f.volatility, 'less', percent),
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
    label: 'Time in market',
    definition: 'Closes with a position open / all closes',
    ours: (f) => percent(f.timeInMarket),
    theirs: () => percent(1),
  },
  {
    label: 'Beta',
    definition: "Slope of the strategy's returns by bar on the benchmark's, above cash",
    ours: (f) => ratio(f.benchmark.beta),
    theirs: () => ratio(1),
  },
  { label: 'Trades', definition: 'Closed trades', ours: (f) => count(f.trades) },
  {
    label: 'Win rate',
    definition: 'Closed trades with a profit / closed trades',
    change: change((f) => f.winRate, 'more', percent),
    ours: (f) => percent(f.winRate),
  },
  {
    label: 'Payoff',
    definition: 'Average win / average loss, by return',
    change: change((f) => f.payoff, 'more', ratio),
    ours: (f) => ratio(f.payoff),
  },
  {
    label: 'Profit factor',
    definition: 'Sum of profits / sum of losses, in money',
    change: change((f) => f.profitFactor, 'more', ratio),
    ours: (f) => ratio(f.profitFactor),
  },
  {
    label: 'Expectancy',
    definition: 'Mean return of a closed trade, after costs',
    change: change(
      (f) => f.expectancy,
      'more',
      (x) => percent(x, 2),
    ),
    ours: (f) => percent(f.expectancy, 2),
  },
  {
    label: 'Expectancy, by money',
    definition: 'Profit of all closed trades / the money put into them: small trades count for little',
    change: change(
      (f) => f.expectancyByMoney,
      'more',
      (x) => percent(x, 2),
    ),
    ours: (f) => percent(f.expectancyByMoney, 2),
  },
];

/** Which figures are shown; all until some are hidden. */
function useHidden() {
  return useSetting<readonly string[]>('hidden figures', texts, NONE_HIDDEN);
}
const NONE_HIDDEN: readonly string[] = [];

/** Chooses the figures, each by a tick. */
function Choice() {
  const [hidden, keep] = useHidden();
  return (
    <Popover.Root>
      <Popover.Trigger className="rounded-sm text-soft underline decoration-hairline decoration-dotted underline-offset-3 hover:text-ink">
        After costs
        <span className="sr-only">: choose the figures</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="Figures shown"
          className="z-50 border border-strong bg-raised p-3 shadow-lg"
        >
          {headlineRows.map(({ label }) => (
            <label key={label} className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                checked={!hidden.includes(label)}
                onChange={() =>
                  keep(hidden.includes(label) ? hidden.filter((h) => h !== label) : [...hidden, label])
                }
                className="accent-[var(--accent)]"
              />
              {label}
            </label>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The headline figures, strategy and benchmark in two columns. */
export const FiguresTable = memo(function FiguresTable({
  figures,
  benchmark,
  before,
  sameCapital = true,
}: {
  figures: Figures;
  benchmark: string;
  /** whether the account began with the same money before the last edit */
  sameCapital?: boolean;
  /** the figures before the last edit, which the ghost is the curve of */
  before: Figures | undefined;
}) {
  const [hidden] = useHidden();
  const shown = headlineRows.filter(({ label }) => !hidden.includes(label));
  return (
    <table className="w-full" aria-label="Headline figures">
      <thead>
        <tr className="border-b border-hairline text-right">
          <th scope="col" className="py-1 text-left font-normal text-soft">
            <Choice />
          </th>
          <th scope="col" className="py-1 pl-2 font-semibold">
            Strategy
          </th>
          {before && (
            <th scope="col" className="py-1 pl-2 font-normal whitespace-nowrap text-soft">
              Change
            </th>
          )}
          <th scope="col" className="py-1 pl-2 font-semibold whitespace-nowrap">
            {benchmark} held
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map(({ label, definition, ours, theirs, change: moved }) => (
          <tr key={label} className="border-b border-hairline text-right">
            <th scope="row" className="py-[2px] text-left font-normal whitespace-nowrap">
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
            <td className="pl-2 font-semibold">{ours(figures)}</td>
            {before && (
              <td className="pl-2">
                {moved && (sameCapital || !moved.isMoney) && (
                  <Moved change={moved} now={figures} before={before} />
                )}
              </td>
            )}
            <td className="pl-2 text-soft">{theirs ? theirs(figures) : '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
});

/** A change with its sign, and whether it is better: teal and upright, or rust and slanted. */
function Moved({
  change: { of, better, show },
  now,
  before,
}: {
  change: Change;
  now: Figures;
  before: Figures;
}) {
  const text = show(now, before);
  if (text === undefined) return <span className="text-soft">=</span>;
  // What has no number before or after is neither better nor worse.
  if (!Number.isFinite(of(now) - of(before))) return <span className="text-soft">{text}</span>;
  const good = of(now) > of(before) === (better === 'more');
  return (
    <span className={good ? 'text-gain' : 'text-loss italic'}>
      {text}
      <span className="sr-only">{good ? ', better' : ', worse'}</span>
    </span>
  );
}
