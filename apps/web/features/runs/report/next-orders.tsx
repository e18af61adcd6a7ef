'use client';

import { isoFromDay } from '@plateau/core';
import { nextOrdersCsv } from '@plateau/files';
import { Copy, Download } from 'lucide-react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { saveFile } from '@/ui/save-file.ts';
import type { ShownRun } from '@/workers/engine.worker.ts';
import { PlainTable } from './plain-table.tsx';

interface NextOrdersProps {
  readonly orders: ShownRun['nextOrders'];
  readonly name: string;
  /** the run's last day */
  readonly last: number;
}

/** What the rules ask for in the session after the run's last day. */
export function NextOrders({ orders, name, last }: NextOrdersProps) {
  if (orders.length === 0) {
    return <p className="text-soft">The rules ask for nothing in the session after {isoFromDay(last)}.</p>;
  }
  const csv = nextOrdersCsv({ nextOrders: orders });
  return (
    <div className="grid gap-2">
      <p>
        For the session after {isoFromDay(last)}, sizes of entries as of that close: {count(orders.length)}{' '}
        {orders.length === 1 ? 'order' : 'orders'}.
      </p>
      <PlainTable
        label="Next orders"
        head={['Symbol', 'Order', 'Side', 'Shares']}
        rows={orders.map(({ symbol, action, side, shares }) => [symbol, action, side, count(shares)])}
      />
      <div className="flex gap-2">
        <Button
          onClick={() => {
            void navigator.clipboard
              .writeText(csv)
              .then(() => toast('The next orders are copied.', { duration: 4000 }));
          }}
        >
          <Copy size={14} aria-hidden /> Copy
        </Button>
        <Button onClick={() => saveFile(`${name} next orders.csv`, 'text/csv', csv)}>
          <Download size={14} aria-hidden /> Orders as CSV
        </Button>
      </div>
    </div>
  );
}
