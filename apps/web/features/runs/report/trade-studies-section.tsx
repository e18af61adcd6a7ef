'use client';

import type { Distribution, Report, TradeGrouping } from '@plateau/core';
import { useState } from 'react';
import { Bar, BarChart, CartesianGrid, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { count, money, percent, ratio } from '@/ui/format.ts';
import { PlainTable } from './plain-table.tsx';

const GROUPINGS: readonly (readonly [TradeGrouping, string])[] = [
  ['year', 'year of entry'],
  ['month', 'month of entry'],
  ['weekday', 'weekday of entry'],
  ['symbol', 'symbol'],
  ['group', 'group'],
  ['side', 'side'],
  ['reason', 'exit reason'],
  ['held', 'bars held'],
];

/** How the trades' returns are spread, where the profit came from, and what stops and targets would have met. */
export function TradeStudiesSection({ report }: { report: Report }) {
  const [by, setBy] = useState<TradeGrouping>('year');
  const { all, long, short, streaks, concentration, excursions, trades } = report;
  if (trades.length === 0) return <p className="text-soft">No trade ended in these days.</p>;
  return (
    <div className="grid gap-5">
      <div className="flex gap-8">
        <figure className="min-w-0 flex-1">
          <figcaption>
            Returns of {count(all.returns.n)} trades: 5 of 100 below {percent(all.returns.percentiles[0])},
            half below {percent(all.returns.median)}, 5 of 100 above {percent(all.returns.percentiles[3])},
            all from {percent(all.returns.smallest)} to {percent(all.returns.largest)}.
          </figcaption>
          <Histogram distribution={all.returns} />
        </figure>
        <PlainTable
          label="Spread of returns"
          head={['', 'Trades', 'Mean', 'Median', 'Worst 5%', 'Best 5%']}
          rows={(
            [
              ['All', all],
              ['Longs', long],
              ['Shorts', short],
            ] as const
          ).map(([name, { returns }]) => [
            name,
            count(returns.n),
            percent(returns.mean, 2),
            percent(returns.median, 2),
            percent(returns.percentiles[0]),
            percent(returns.percentiles[3]),
          ])}
        />
      </div>
      <p>
        Without its 5 best trades the profit of {money(concentration.profit)} would be{' '}
        {money(concentration.withoutBest)}; without its 5 worst, {money(concentration.withoutWorst)}. The
        longest row of wins was {count(streaks.longestWin)}, of losses {count(streaks.longestLoss)}.
        {all.r.n > 0 &&
          ` In multiples of the risk, the mean is ${ratio(all.r.mean)} R and half lie below ${ratio(all.r.median)} R.`}
      </p>
      <div>
        <label className="text-soft">
          By{' '}
          <select
            value={by}
            onChange={(event) => setBy(event.target.value as TradeGrouping)}
            aria-label="Group the trades by"
            className="rounded-sm border border-hairline bg-raised px-1 py-0.5 text-ink"
          >
            {GROUPINGS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <div className="mt-1 max-h-72 overflow-auto" tabIndex={0} role="region" aria-label="Groups of trades">
          <PlainTable
            label="Trades by group"
            head={['', 'Trades', 'Wins', 'Mean return', 'Profit', 'Of all profit', 'Bars held']}
            rows={report.groups[by].map(({ key, figures, profit, contribution, held }) => [
              key || 'none',
              count(figures.trades),
              percent(figures.winRate, 0),
              percent(figures.expectancy, 2),
              <span key="p" className={profit < 0 ? 'text-loss' : 'text-gain'}>
                {money(profit)}
              </span>,
              percent(contribution),
              ratio(held, 1),
            ])}
          />
        </div>
      </div>
      <PlainTable
        label="Excursions"
        head={[
          'Distance',
          'Winners that fell so far',
          'Losers that fell so far',
          'Winners that rose so far',
          'Losers that rose so far',
        ]}
        rows={excursions.map((level) => [
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
    </div>
  );
}

function Histogram({ distribution }: { distribution: Distribution }) {
  const rows = distribution.bins.map(({ from, to, count: n }) => ({ middle: (from + to) / 2, n }));
  return (
    <div className="h-40">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 500, height: 160 }}>
        <BarChart data={rows} margin={{ top: 4, right: 8, bottom: 0, left: 0 }} barCategoryGap={1}>
          <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
          <XAxis
            dataKey="middle"
            tickFormatter={(value: number) => percent(value, 0)}
            tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
            tickLine={false}
          />
          <YAxis
            width={44}
            tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
            tickLine={false}
            axisLine={false}
          />
          <ReferenceLine x={0} stroke="var(--hairline-strong)" />
          <Bar dataKey="n" fill="var(--ridge)" isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
