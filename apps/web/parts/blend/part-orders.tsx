'use client';

import { at, isoFromDay, joinOrders, type ShownBlend } from '@plateau/core';
import { partOrdersTable, tableCsv } from '@plateau/files';
import { Copy, Download } from 'lucide-react';
import { memo } from 'react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { count, price, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { saveFile } from '@/ui/save-file.ts';

interface PartOrdersProps {
  readonly run: Pick<ShownBlend, 'nextOrders' | 'standing' | 'parts' | 'marks' | 'form'>;
  readonly name: string;
}

/** What all parts ask for in the next session: orders for one instrument added up, with what each part wants. */
export const PartOrders = memo(function PartOrders({ run, name }: PartOrdersProps) {
  const { nextOrders, standing, parts, marks, form } = run;
  const last = isoFromDay(at(marks.day, marks.day.length - 1));
  const protectedOnes = standing.filter(({ stop, target }) => !Number.isNaN(stop) || !Number.isNaN(target));
  if (nextOrders.length + protectedOnes.length === 0) {
    return <p className="text-soft">No part asks for anything in the session after {last}.</p>;
  }
  const csv = tableCsv(partOrdersTable(run));
  const copy = (): void => {
    navigator.clipboard.writeText(csv).then(
      () => toast('The next orders are copied.', { duration: 4000 }),
      () => toast.error('The browser did not allow it to copy. Take the CSV instead.'),
    );
  };
  const partName = (part: number): string => at(parts, part).name;
  return (
    <div className="grid gap-3">
      <p className="max-w-[52rem]">
        For the session after {last}, sized at that close
        {form === 'apart'
          ? ': as many shares as the bucket is of its part’s own run'
          : ' by each part’s share of the account'}
        . Orders for one instrument are added up; behind them stands what each part wants.
      </p>
      {nextOrders.length > 0 && (
        <PlainTable
          label="Next orders"
          head={['Symbol', 'In all', 'Close', 'Part', 'Order', 'Side', 'Shares', 'Stop', 'Target', 'Reason']}
          rows={joinOrders(nextOrders).flatMap(({ symbol, shares, close, wants }) =>
            wants.map((order, k) => [
              k === 0 ? <strong key="symbol">{symbol}</strong> : '',
              k === 0 ? `${shares >= 0 ? 'buy' : 'sell'} ${written(Math.abs(shares), 'shares')}` : '',
              k === 0 ? price(close) : '',
              partName(order.part),
              order.action,
              order.side,
              written(order.shares, 'shares'),
              price(order.stop),
              price(order.target),
              order.reason ?? '',
            ]),
          )}
        />
      )}
      {protectedOnes.length > 0 && (
        <PlainTable
          label="Stops and targets of what stays"
          head={['Stays', 'Part', 'Side', 'Shares', 'Close', 'Stop', 'Target']}
          rows={protectedOnes.map((order) => [
            order.symbol,
            partName(order.part),
            order.side,
            written(order.shares, 'shares'),
            price(order.close),
            price(order.stop),
            price(order.target),
          ])}
        />
      )}
      <div className="flex items-center gap-2 print:hidden">
        <Button onClick={copy}>
          <Copy size={14} aria-hidden /> Copy
        </Button>
        <Button onClick={() => saveFile(`${name} next orders.csv`, 'text/csv', csv)}>
          <Download size={14} aria-hidden /> Orders as CSV
        </Button>
        <span className="text-soft">{count(nextOrders.length, 'order')}</span>
      </div>
    </div>
  );
});
