'use client';

import {
  type GroupFigures,
  type Report,
  TRADE_GROUPINGS,
  type Trade,
  type TradeGrouping,
} from '@plateau/core';
import { memo, useState } from 'react';
import { Histogram } from '@/parts/chart/histogram.tsx';
import { EntryDay, ExitDay } from '@/parts/trades/fill-day.tsx';
import { GROUPINGS, groupName } from '@/parts/trades/grouping.ts';
import { dayTicks } from '@/ui/chart/time-axis.tsx';
import { count, money, percent, ratio } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Select } from '@/ui/select.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { ExcursionChart } from './excursion-chart.tsx';
import { ProfitChart } from './profit-chart.tsx';

interface TradeStudiesProps {
  readonly report: Report;
  /** the run's */
  readonly days: Int32Array;
  readonly onOpen?: (trade: Trade) => void;
  /** with every grouping, and nothing to press */
  readonly paper?: boolean;
}

/** How the trades' returns are spread, where the profit came from, and what stops and targets would have met. */
export const TradeStudiesSection = memo(function TradeStudiesSection({
  report,
  days,
  onOpen,
  paper = false,
}: TradeStudiesProps) {
  const [by, setBy] = useState<TradeGrouping>('year');
  const { streaks, concentration, trades, costs } = report;
  if (trades.length === 0) return <p className="text-soft">No trade ended in these days.</p>;
  return (
    <div className="grid gap-5">
      <Spread report={report} onOpen={onOpen} />
      <ProfitChart trades={trades} ticks={dayTicks(days, report)} onOpen={onOpen} />
      <p>
        Without its 5 best trades the profit of {money(concentration.profit)} would be{' '}
        {money(concentration.withoutBest)}; without its 5 worst, {money(concentration.withoutWorst)}. The
        longest row of wins was {count(streaks.longestWin)}, of losses {count(streaks.longestLoss)}.
      </p>
      <p>
        Costs: {money(costs.commission)} of commissions, {money(costs.slippage)} of slippage,{' '}
        {money(costs.borrow)} for borrowing, together {percent(costs.yearly, 2)} of the account a year;{' '}
        {money(costs.interest)} of interest.
      </p>
      {paper ? (
        TRADE_GROUPINGS.filter((value) => value !== 'symbol').map((value) => (
          <Groups key={value} by={value} groups={report.groups[value]} />
        ))
      ) : (
        <div>
          <span className="text-soft">
            By{' '}
            <Select
              label="Group the trades by"
              value={by}
              choices={TRADE_GROUPINGS.map((way) => [way, GROUPINGS[way]])}
              onChange={setBy}
            />
          </span>
          <div
            className="mt-1 max-h-72 overflow-auto"
            tabIndex={0}
            role="region"
            aria-label="Groups of trades"
          >
            <Groups by={by} groups={report.groups[by]} />
          </div>
        </div>
      )}
      <div className="grid grid-cols-2 gap-8">
        <ExcursionChart
          title="How far it went against the trade, and how it ended"
          trades={trades}
          of="mae"
        />
        <ExcursionChart title="How far it went with the trade, and how it ended" trades={trades} of="mfe" />
      </div>
      <Excursions levels={report.excursions} />
    </div>
  );
});

interface SpreadProps {
  readonly report: Report;
  readonly onOpen: ((trade: Trade) => void) | undefined;
}

/** How the returns, or the multiples of the risk, of all trades or of one side are spread. */
function Spread({ report: { all, long, short, tails }, onOpen }: SpreadProps) {
  const [of, setOf] = useState<'returns' | 'r'>('returns');
  const [whose, setWhose] = useState<'all' | 'long' | 'short'>('all');
  const write = of === 'returns' ? percent : (value: number) => `${ratio(value)} R`;
  const spread = { all, long, short }[whose][of];
  return (
    <>
      <div className="flex gap-3">
        {all.r.n > 0 && (
          <Toggle
            label="Spread of"
            value={of}
            choices={[
              ['returns', 'returns'],
              ['r', 'multiples of the risk'],
            ]}
            onChange={setOf}
          />
        )}
        {long.returns.n > 0 && short.returns.n > 0 && (
          <Toggle
            label="Trades of the spread"
            value={whose}
            choices={[
              ['all', 'all'],
              ['long', 'longs'],
              ['short', 'shorts'],
            ]}
            onChange={setWhose}
          />
        )}
      </div>
      <div className="flex gap-8">
        <figure className="min-w-0 flex-1" data-chart="spread">
          <figcaption>
            {of === 'returns' ? 'Returns' : 'Multiples of the risk'} of {count(spread.n, 'trade')}: 5 of 100
            below {write(spread.percentiles[0])}, half below {write(spread.median)}, 5 of 100 above{' '}
            {write(spread.percentiles[3])}, all from {write(spread.smallest)} to {write(spread.largest)}.
          </figcaption>
          <Histogram distribution={spread} write={write} />
        </figure>
        <div className="grid content-start gap-4">
          <PlainTable
            label="Spread of trades"
            head={['', 'Trades', 'Mean', 'Median', 'Worst 5%', 'Best 5%']}
            rows={(
              [
                ['All', all],
                ['Longs', long],
                ['Shorts', short],
              ] as const
            ).map(([name, { [of]: its }]) => [
              name,
              count(its.n),
              write(its.mean),
              write(its.median),
              write(its.percentiles[0]),
              write(its.percentiles[3]),
            ])}
          />
          <div className="flex gap-6">
            <Tail name="Best" trades={tails.best} onOpen={onOpen} />
            <Tail name="Worst" trades={tails.worst} onOpen={onOpen} />
          </div>
        </div>
      </div>
    </>
  );
}

function Excursions({ levels }: { levels: Report['excursions'] }) {
  return (
    <>
      <PlainTable
        label="Excursions"
        head={[
          'Distance',
          'Winners that fell so far',
          'Losers that fell so far',
          'Winners that rose so far',
          'Losers that rose so far',
        ]}
        rows={levels.map((level) => [
          percent(level.level, 0),
          percent(level.winnersAgainst),
          percent(level.losersAgainst),
          percent(level.winnersFor),
          percent(level.losersFor),
        ])}
      />
      <p className="text-soft">
        A stop at a distance would have ended the winners and losers that fell so far; a target would have
        been met by those that rose so far, losers among them.
      </p>
    </>
  );
}

function Groups({ by, groups }: { by: TradeGrouping; groups: readonly GroupFigures[] }) {
  return (
    <PlainTable
      label="Trades by group"
      head={[
        GROUPINGS[by],
        'Trades',
        'Wins',
        'Mean return',
        'Mean R',
        'Profit',
        'Of all profit',
        'Bars held',
      ]}
      rows={groups.map((group) => {
        const { figures, profit, contribution, held } = group;
        return [
          groupName(by, group),
          count(figures.trades),
          percent(figures.winRate, 0),
          percent(figures.expectancy, 2),
          ratio(figures.averageR),
          <span key="p" className={profit < 0 ? 'text-loss' : 'text-gain'}>
            {money(profit)}
          </span>,
          percent(contribution),
          ratio(held, 1),
        ];
      })}
    />
  );
}

interface TailProps {
  readonly name: string;
  readonly trades: readonly Trade[];
  readonly onOpen: ((trade: Trade) => void) | undefined;
}

function Tail({ name, trades, onOpen }: TailProps) {
  return (
    <PlainTable
      label={`${name} trades`}
      head={[name, 'left', 'return']}
      rows={trades.map((trade) => [
        onOpen ? (
          <button
            key="open"
            type="button"
            className="min-h-[1.85rem] font-semibold hover:text-accent"
            onClick={() => onOpen(trade)}
          >
            {trade.symbol}
          </button>
        ) : (
          trade.symbol
        ),
        trade.exitDay === undefined ? <EntryDay key="left" of={trade} /> : <ExitDay key="left" of={trade} />,
        percent(trade.return),
      ])}
    />
  );
}
