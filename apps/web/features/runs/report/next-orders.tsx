'use client';

import { isoFromDay, type ShownRun } from '@plateau/core';
import { hasRoom, ordersTable, tableCsv } from '@plateau/files';
import { Copy, Download } from 'lucide-react';
import { toast } from 'sonner';
import { NO_ROOM } from '@/parts/trades/verdicts.ts';
import { Button } from '@/ui/button';
import { count, price, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { saveFile } from '@/ui/save-file.ts';

interface NextOrdersProps {
  readonly run: Pick<ShownRun, 'nextOrders' | 'standing'>;
  readonly name: string;
  /** the run's last day */
  readonly last: number;
}

/** What the rules ask for in the session after the run's last day, and the stops of what stays. */
export function NextOrders({ run, name, last }: NextOrdersProps) {
  const { nextOrders, standing } = run;
  const protectedOnes = standing.filter(({ stop, target }) => !Number.isNaN(stop) || !Number.isNaN(target));
  const csv = tableCsv(ordersTable({ nextOrders, standing: protectedOnes }));
  const copy = (): void => {
    navigator.clipboard.writeText(csv).then(
      () => toast('The next orders are copied.', { duration: 4000 }),
      () => toast.error('The browser did not allow it to copy. Take the CSV instead.'),
    );
  };
  if (nextOrders.length + protectedOnes.length === 0) {
    return <p className="text-soft">The rules ask for nothing in the session after {isoFromDay(last)}.</p>;
  }
  return (
    <div className="grid gap-3">
      <p>
        For the session after {isoFromDay(last)}: {count(nextOrders.length)}{' '}
        {nextOrders.length === 1 ? 'order' : 'orders'}, sized at that close; stops and targets of entries
        stand where a fill at that close would put them. An order has room if a slot and cash are free for it
        at that close, those before it filled first.
      </p>
      {nextOrders.length > 0 && (
        <PlainTable
          label="Next orders"
          head={['Symbol', 'Order', 'Side', 'Shares', 'Close', 'Stop', 'Target', 'Reason', 'Room']}
          rows={nextOrders.map((order) => [
            order.symbol,
            order.action,
            order.side,
            written(order.shares, 'shares'),
            price(order.close),
            price(order.stop),
            price(order.target),
            order.reason ?? '',
            hasRoom(order) ? 'yes' : NO_ROOM[order.likely],
          ])}
        />
      )}
      {protectedOnes.length > 0 && (
        <PlainTable
          label="Stops and targets of what stays"
          head={['Stays', 'Side', 'Shares', 'Close', 'Stop', 'Target']}
          rows={protectedOnes.map((order) => [
            order.symbol,
            order.side,
            written(order.shares, 'shares'),
            price(order.close),
            price(order.stop),
            price(order.target),
          ])}
        />
      )}
      <div className="flex gap-2 print:hidden">
        <Button onClick={copy}>
          <Copy size={14} aria-hidden /> Copy
        </Button>
        <Button onClick={() => saveFile(`${name} next orders.csv`, 'text/csv', csv)}>
          <Download size={14} aria-hidden /> Orders as CSV
        </Button>
      </div>
    </div>
  );
}
