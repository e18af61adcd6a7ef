'use client';

import { isoFromDay, type Trade } from '@plateau/core';
import { tradesCsv } from '@plateau/files';
import { Download } from 'lucide-react';
import { memo } from 'react';
import { Button } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count, money, percent, price, ratio } from '@/ui/format.ts';
import { saveFile } from '@/ui/save-file.ts';

const day = (value: number | undefined): string => (value === undefined ? 'open' : isoFromDay(value));

const columns: DataColumn<Trade>[] = [
  column('symbol', 'Symbol', (t) => t.symbol, { width: 58, left: true, show: (t) => t.symbol }),
  column('side', 'Side', (t) => t.side, { width: 42, left: true, show: (t) => t.side }),
  column('entry', 'Entry', (t) => t.entryDay, { width: 74, left: true, show: (t) => day(t.entryDay) }),
  column('exit', 'Exit', (t) => t.exitDay, { width: 74, left: true, show: (t) => day(t.exitDay) }),
  column('reason', 'Left by', (t) => t.exitReason, {
    width: 58,
    left: true,
    show: (t) => t.exitReason ?? 'still open',
  }),
  column('shares', 'Shares', (t) => t.shares, { width: 54, show: (t) => count(t.shares) }),
  column('entryPrice', 'Entry at', (t) => t.entryPrice, { width: 58, show: (t) => price(t.entryPrice) }),
  column('exitPrice', 'Exit at', (t) => t.exitPrice, {
    width: 58,
    show: (t) => price(t.exitPrice ?? Number.NaN),
  }),
  column('costs', 'Costs', (t) => t.commission + t.carry, {
    width: 52,
    show: (t) => price(t.commission + t.carry),
  }),
  column('profit', 'Profit', (t) => t.profit, { width: 60, signed: true, show: (t) => money(t.profit) }),
  column('return', 'Return', (t) => t.return, { width: 60, signed: true, show: (t) => percent(t.return) }),
  column('bars', 'Bars', (t) => t.barsHeld, { width: 42, show: (t) => count(t.barsHeld) }),
  column('mae', 'Worst', (t) => t.mae, { width: 52, show: (t) => percent(t.mae) }),
  column('mfe', 'Best', (t) => t.mfe, { width: 50, show: (t) => percent(t.mfe) }),
  column('r', 'R', (t) => t.r, { width: 40, show: (t) => ratio(t.r ?? Number.NaN) }),
];

/** All trades, open ones too, exported in the order in which they are shown. */
export const TradesTable = memo(function TradesTable({
  trades,
  name,
  onOpen,
}: {
  trades: readonly Trade[];
  name: string;
  /** opens a trade, by its first cell or anywhere on its row */
  onOpen?: (trade: Trade) => void;
}) {
  return (
    <DataTable
      label="Trades"
      rows={trades}
      columns={columns}
      {...(onOpen && { onOpen })}
      empty="No trade was made: the entry rule was never true for a member on a day with a free slot."
      above={(sorted) => (
        <div className="flex items-center gap-3 py-1">
          <span className="text-soft">{count(trades.length)} trades</span>
          <Button
            className="ml-auto"
            disabled={trades.length === 0}
            onClick={() => saveFile(`${name} trades.csv`, 'text/csv', tradesCsv(sorted))}
          >
            <Download size={14} aria-hidden /> CSV
          </Button>
        </div>
      )}
    />
  );
});
