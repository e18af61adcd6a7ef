'use client';

import { type Evening, isoFromDay } from '@plateau/core';
import { EXIT_BY } from '@/parts/trades/exit-words.ts';
import { EntryDay } from '@/parts/trades/fill-day.tsx';
import { VERDICTS } from '@/parts/trades/verdicts.ts';
import { count, percent, price, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Sideways } from '@/ui/sideways.tsx';

/** What changed on the last session, and what is held with its stops as they stand for the next. */
export function Held({ evening }: { evening: Evening }) {
  const { day, entered, left, unfilled, standing, parts } = evening;
  const several = parts.length > 1;
  const happened = [
    ...entered.map((trade) => {
      // Of buckets a trade is in its part's own money; what is held of it is in the bucket's.
      const held = standing.find(({ symbol, part }) => symbol === trade.symbol && part === trade.part);
      const shares = written(held?.shares ?? trade.shares, 'shares');
      return `entered ${trade.side} ${shares} ${trade.symbol} at ${price(trade.entryPrice)}`;
    }),
    ...left.map(
      (trade) =>
        `ended ${trade.side} ${trade.symbol} at ${price(trade.exitPrice ?? Number.NaN)}, ${percent(trade.return)}, by ${trade.exitReason ? EXIT_BY[trade.exitReason] : ''}`,
    ),
  ];
  return (
    <>
      <p>
        <span className="text-soft">On {isoFromDay(day)}:</span>{' '}
        {happened.length === 0 ? 'nothing was entered or ended.' : `${happened.join('; ')}.`}
        {unfilled.length > 0 && (
          <>
            {' '}
            Not filled in the simulation:{' '}
            {unfilled
              .slice(0, 6)
              .map(({ symbol, outcome }) => `${symbol}, ${VERDICTS[outcome]}`)
              .join('; ')}
            {unfilled.length > 6 ? ` and ${count(unfilled.length - 6)} more` : ''}.
          </>
        )}
      </p>
      {standing.length === 0 ? (
        <p className="text-soft">Nothing is held that stays.</p>
      ) : (
        <Sideways label="Held, with stops for the next session, sideways">
          <PlainTable
            label="Held, with stops for the next session"
            head={[
              'Held',
              ...(several ? ['Part'] : []),
              'Side',
              'Shares',
              'Since',
              'Entry',
              'Close',
              'Stop',
              'Stop before',
              'Target',
            ]}
            rows={standing.map((one) => [
              one.symbol,
              ...(several ? [parts[one.part] ?? ''] : []),
              one.side,
              written(one.shares, 'shares'),
              <EntryDay key="since" of={one} />,
              price(one.entryPrice),
              price(one.close),
              one.stop === one.stopBefore || Number.isNaN(one.stop) ? (
                price(one.stop)
              ) : (
                <strong key="stop">{price(one.stop)}</strong>
              ),
              price(one.stopBefore),
              price(one.target),
            ])}
          />
        </Sideways>
      )}
    </>
  );
}
