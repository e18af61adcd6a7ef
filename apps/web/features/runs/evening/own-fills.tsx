'use client';

import { type FillsBeside, isoFromDay } from '@plateau/core';
import { fillsBesideTable, tableCsv } from '@plateau/files';
import { Download } from 'lucide-react';
import { Button } from '@/ui/button';
import { count, price, ratio, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { saveFile } from '@/ui/save-file.ts';
import { Sideways } from '@/ui/sideways.tsx';

const SHOWN = 40;

/** Basis points, as 4.2. */
const points = (value: number | undefined): string => ratio(value ?? Number.NaN, 1);

/** @example 8.0 basis points better than simulated */
export const besideSimulated = (worse: number): string =>
  `${points(Math.abs(worse))} basis points ${worse < 0 ? 'better' : 'worse'} than simulated`;

/** Own fills laid against those of the simulation. */
export function OwnFills({ name, beside }: { name: string; beside: FillsBeside }) {
  const { pairs, unasked, missed, meanSlippage, slippageByMoney } = beside;
  const latest = pairs.slice(-SHOWN);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <p>
        {count(pairs.length - missed)} of {count(pairs.length, 'order')} of the simulation were filled,{' '}
        {count(missed)} missed.{' '}
        {missed < pairs.length &&
          `Fills were ${besideSimulated(meanSlippage)} on average, ${besideSimulated(slippageByMoney)} weighted by their money.`}
        {unasked.length > 0 &&
          ` ${count(unasked.length, 'fill')} fit no order: ${unasked
            .slice(0, 5)
            .map(({ symbol, day, action }) => `${action} ${symbol}, ${isoFromDay(day)}`)
            .join('; ')}${unasked.length > 5 ? ' …' : ''}.`}
      </p>
      <Sideways label="Own fills beside the simulated ones, sideways">
        <PlainTable
          label="Own fills beside the simulated ones"
          head={['Order', 'Day', 'Simulated', 'Your day', 'Your fill', 'Shares', 'Costs', 'Worse by, bp']}
          rows={latest.map(({ simulated, own, slippage }) => [
            `${simulated.action} ${simulated.symbol}`,
            isoFromDay(simulated.day),
            price(simulated.price),
            own ? isoFromDay(own.day) : 'missed',
            own ? price(own.price) : '–',
            own
              ? `${written(own.shares, 'shares')} of ${written(simulated.shares, 'shares')}`
              : written(simulated.shares, 'shares'),
            own ? price(own.costs) : '–',
            points(slippage),
          ])}
        />
      </Sideways>
      {pairs.length > SHOWN && (
        <p className="text-soft">
          The last {SHOWN} of {count(pairs.length)} orders; the file has all.
        </p>
      )}
      <Button
        className="justify-self-start"
        onClick={() => saveFile(`${name} fills.csv`, 'text/csv', tableCsv(fillsBesideTable(beside)))}
      >
        <Download size={14} aria-hidden /> Fills as CSV
      </Button>
    </div>
  );
}
