'use client';

import { at, isoFromDay, type Since } from '@plateau/core';
import { count, percent } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Sideways } from '@/ui/sideways.tsx';

const bars = (value: number): string => (Number.isFinite(value) ? value.toFixed(1) : '–');

/** Whether the curve is where tested days would have led it, told as it is: a bad start is not hidden. */
function bandWords({ outside, days }: Since): string {
  const sessions = days.length - 1;
  if (sessions === 0) return 'No session has come since the trusted day.';
  if (!outside) return 'Too few days were tested to say where it might be.';
  const { firstBelow, firstAbove, below, above, now } = outside;
  const told = [
    ...(firstBelow === undefined
      ? []
      : [
          `It fell below the band on ${isoFromDay(firstBelow)}, and was below it on ${count(below)} of ${count(sessions)} sessions.`,
        ]),
    ...(firstAbove === undefined
      ? []
      : [
          `It rose above the band on ${isoFromDay(firstAbove)}, and was above it on ${count(above)} of ${count(sessions)} sessions.`,
        ]),
  ];
  if (told.length === 0) return `It has stayed within the band for ${count(sessions, 'session')}.`;
  return `${told.join(' ')} It is ${now === 'within' ? 'within it' : now} now.`;
}

/** What happened since the trusted day, in words and a few figures. */
export function SinceWords({ since, benchmark }: { since: Since; benchmark: string }) {
  const { days, curve, trusted, drawdown, trades } = since;
  const last = days.length - 1;
  const { tested, since: own } = trades;
  return (
    <>
      <p data-testid="since">
        Since {isoFromDay(trusted)}: <strong>{percent(at(curve, last) - 1)}</strong>, {benchmark} held{' '}
        {percent(at(since.benchmark, last) - 1)}. {bandWords(since)}
      </p>
      <p>
        Below its highest since then by {percent(-drawdown.now)} now and {percent(-drawdown.worst)} at the
        worst; {benchmark} by {percent(-drawdown.benchmarkWorst)}. The worst of the tested days was{' '}
        {percent(-drawdown.tested)}
        {Number.isNaN(drawdown.asDeep) || last === 0
          ? '.'
          : `; ${percent(drawdown.asDeep, 0)} of draws of the tested days fell as deep in as many sessions.`}
      </p>
      <Sideways label="Closed trades, tested and since, sideways">
        <PlainTable
          label="Closed trades, tested and since"
          head={['Closed trades', 'Number', 'Mean return', 'Win rate', 'Bars held']}
          rows={[
            [
              'Tested',
              count(tested.count),
              percent(tested.mean, 2),
              percent(tested.winRate),
              bars(tested.barsHeld),
            ],
            [
              'Begun and ended since',
              count(own.count),
              percent(own.mean, 2),
              percent(own.winRate),
              bars(own.barsHeld),
            ],
          ]}
        />
      </Sideways>
      <p className="text-soft">
        {own.count === 0
          ? 'No trade that began since then has ended.'
          : `A mean that low came in ${percent(trades.asLow, 0)} of 2,000 samples of ${count(own.count)} tested trades.`}{' '}
        {Number.isNaN(trades.needed)
          ? 'The tested trades had no mean above nothing to tell from it.'
          : `It takes about ${count(trades.needed, 'trade')} to tell the tested mean from nothing.`}
      </p>
    </>
  );
}
